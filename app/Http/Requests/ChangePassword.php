<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\GoodPassword;

/** Another password, and the one that holds. */
final class ChangePassword extends Asking
{
    public function rules(): array
    {
        return ['current_password' => ['required', 'string', 'max:200'], 'password' => ['required', 'string', new GoodPassword]];
    }
}
