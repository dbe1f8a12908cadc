<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Who signs in. */
final class SignIn extends Asking
{
    protected const BESIDES = ['remember'];

    public function rules(): array
    {
        return ['email' => ['required', 'string', 'max:200'], 'password' => ['required', 'string', 'max:200']];
    }
}
