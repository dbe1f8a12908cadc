<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The picture of which colours are to be made. */
final class ProposeColours extends Asking
{
    public function rules(): array
    {
        return ['picture' => ['required', 'string']];
    }
}
