<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a new passage is called, about which kind of records it speaks, and what it says, if it says anything yet. */
final class MakePassage extends Asking
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:200'], 'record_type' => ['required', 'string', 'max:64'],
            'language' => ['required_with:blocks', 'string', 'max:35'], 'blocks' => ['sometimes', 'array'], 'translations' => ['sometimes', 'array'],
        ];
    }
}
