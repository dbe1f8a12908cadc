<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Role;
use Illuminate\Validation\Rule;

/** A person who may sign in from now on. */
final class AddPerson extends Asking
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:200'], 'role' => ['required', Rule::enum(Role::class)],
            'email' => ['required', 'string', 'max:254', new WritableAddress, Rule::unique('users', 'email')],
        ];
    }

    public function messages(): array
    {
        return ['email.unique' => 'There is a person with this address already.'];
    }
}
