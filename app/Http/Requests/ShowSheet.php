<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The record whose values are asked for. */
final class ShowSheet extends Asking
{
    public function rules(): array
    {
        return ['record' => ['required', 'string']];
    }
}
