<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What the list of answers is narrowed down to. */
final class ListAnswers extends Asking
{
    public function rules(): array
    {
        return ['type' => ['nullable', 'string', 'max:100', 'required_with:key'], 'key' => ['nullable', 'string', 'max:100'], 'answer' => ['nullable', 'string', 'max:100', 'prohibited_if:key,null'], 'page' => ['nullable', 'integer', 'between:1,1000000']];
    }
}
