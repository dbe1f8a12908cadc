<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A change of a record whose consequences are asked for; nothing is kept. */
final class ForeseeChange extends Asking
{
    protected const BESIDES = ['revision'];

    public function rules(): array
    {
        return ['changes' => ['required', 'array']];
    }
}
