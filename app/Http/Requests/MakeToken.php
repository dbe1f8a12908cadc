<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A token, by its name. */
final class MakeToken extends Asking
{
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:100']];
    }
}
