<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What is to be changed in a record, as it was when it was looked at. */
final class ChangeRecord extends Asking
{
    public function rules(): array
    {
        return ['revision' => ['required', 'integer:strict', 'max:2147483647'], 'changes' => ['required', 'array']];
    }
}
