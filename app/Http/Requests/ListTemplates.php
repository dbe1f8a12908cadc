<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What the list of templates is narrowed down to. */
final class ListTemplates extends Asking
{
    public function rules(): array
    {
        return ['search' => ['nullable', 'string', 'max:200'], 'archived' => ['nullable', 'boolean']];
    }
}
