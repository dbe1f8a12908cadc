<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Role;
use Illuminate\Validation\Rule;

/** Another role of a person, or another password. */
final class ChangePerson extends Asking
{
    public function rules(): array
    {
        return ['role' => ['sometimes', Rule::enum(Role::class)], 'password' => ['sometimes', 'accepted']];
    }
}
