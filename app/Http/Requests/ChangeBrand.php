<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Another name of a brand; or that it is the default from now on. */
final class ChangeBrand extends Asking
{
    public function rules(): array
    {
        return ['name' => ['sometimes', 'required', 'string', 'max:100'], 'default' => ['sometimes', 'accepted']];
    }
}
