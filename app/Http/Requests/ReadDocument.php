<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A document that is to be looked at; nothing is kept. Where it is compared, perhaps with a version by its number. */
final class ReadDocument extends Asking
{
    public function rules(): array
    {
        return ['document' => ['required', 'array'], 'with' => ['sometimes', 'integer:strict', 'min:1', 'max:999999999']];
    }
}
