<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Render\View;
use Illuminate\Validation\Rule;

/** Which messages are to be shown in what has been designed so far. */
final class StageBrand extends Asking
{
    protected const BESIDES = ['document'];

    public function rules(): array
    {
        return [
            'messages' => ['required', 'array', 'max:3'], 'messages.*.notice' => ['required', 'string'], 'messages.*.record' => ['required', 'string'], 'messages.*.language' => ['nullable', 'string', 'max:35'],
            'view' => ['required', Rule::enum(View::class)], 'text' => ['required', 'boolean:strict'],
        ];
    }
}
