<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A new computed field. */
final class AddField extends TryField
{
    public function rules(): array
    {
        return ['label' => ['required', 'string', 'max:80'], 'computed' => ['required', 'array']];
    }
}
