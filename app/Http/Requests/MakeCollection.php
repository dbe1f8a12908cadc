<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The name of a new collection. */
final class MakeCollection extends Asking
{
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:100']];
    }
}
