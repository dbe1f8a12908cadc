<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A document that is to be looked at; nothing is kept. */
final class ReadDocument extends Asking
{
    public function rules(): array
    {
        return ['document' => ['required', 'array']];
    }
}
