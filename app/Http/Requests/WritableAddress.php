<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Herald\Value\EmailAddress;
use Illuminate\Contracts\Validation\ValidationRule;

/** An e-mail address that can be written to. */
final class WritableAddress implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (EmailAddress::read($value) === null) {
            $fail('That is no e-mail address that can be written to.');
        }
    }
}
