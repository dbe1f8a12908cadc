<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** A person who may sign in from now on, with what the person may do. */
final class AddPerson extends Asking
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:200'],
            'email' => ['required', 'string', 'max:254', new WritableAddress, Rule::unique('users', 'email')],
            'administrator' => ['sometimes', 'boolean:strict'], 'roles' => ['sometimes', 'array', new Roles],
        ];
    }

    public function messages(): array
    {
        return ['email.unique' => 'There is a person with this address already.'];
    }
}
