<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What the list of what was done is narrowed down to. */
final class ListDeeds extends Asking
{
    public function rules(): array
    {
        return ['search' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'between:1,1000000']];
    }
}
