<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What the list of messages to come is narrowed down to. */
final class ListComing extends Asking
{
    public function rules(): array
    {
        return ['notice' => ['nullable', 'string', 'max:200'], 'search' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'between:1,1000000']];
    }
}
