<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What is to be put in the place of what, in which templates: each with the draft and version that were looked at. */
final class ReplaceInAll extends Replace
{
    public function rules(): array
    {
        return [
            ...parent::rules(), 'templates' => ['required', 'array', 'min:1', 'max:1000'], 'templates.*.key' => ['required', 'string', 'max:100'],
            'templates.*.revision' => ['present', 'nullable', 'integer:strict', 'max:2147483647'], 'templates.*.version' => ['present', 'nullable', 'integer:strict', 'max:2147483647'],
        ];
    }
}
