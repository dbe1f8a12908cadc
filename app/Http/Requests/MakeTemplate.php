<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Starter\Starter;
use Illuminate\Validation\Rule;

/** What a new template begins with. */
final class MakeTemplate extends Asking
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:200'], 'folder' => ['nullable', 'string', 'max:200'],
            'from' => ['required', 'in:built_in,copy,starter,blank'], 'notice' => ['nullable', 'string'], 'template' => ['required_if:from,copy', 'nullable', 'string'],
            'starter' => ['required_if:from,starter', 'nullable', Rule::in(array_keys(Starter::all()))], 'record_type' => ['nullable', 'string'],
        ];
    }
}
