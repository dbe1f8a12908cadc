<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Render\View;
use Illuminate\Validation\Rule;

/** For whom and how what has been written so far is to be shown. */
final class StageTemplate extends Asking
{
    protected const BESIDES = ['document', 'given'];

    public function rules(): array
    {
        return [
            'record' => ['required', 'string'], 'language' => ['nullable', 'string', 'max:35'], 'view' => ['required', Rule::enum(View::class)], 'text' => ['required', 'boolean:strict'],
        ];
    }
}
