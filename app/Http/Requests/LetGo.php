<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which block of a document that takes in a passage is to be blocks of its own. */
final class LetGo extends Asking
{
    public function rules(): array
    {
        return ['document' => ['required', 'array'], 'block' => ['required', 'string', 'max:64']];
    }
}
