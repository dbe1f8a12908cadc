<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a new template begins with. */
final class MakeTemplate extends Asking
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:200'], 'folder' => ['nullable', 'string', 'max:200'],
            'from' => ['required', 'in:built_in,copy,blank'], 'notice' => ['nullable', 'string'], 'template' => ['required_if:from,copy', 'nullable', 'string'],
            'record_type' => ['nullable', 'string'],
        ];
    }
}
