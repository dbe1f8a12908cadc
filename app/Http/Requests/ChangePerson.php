<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a person may do from now on, as far as it is to change; or another password. */
final class ChangePerson extends Asking
{
    public function rules(): array
    {
        return ['administrator' => ['sometimes', 'boolean:strict'], 'roles' => ['sometimes', 'array', new Roles], 'password' => ['sometimes', 'accepted']];
    }
}
