<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Role;
use App\Models\Source;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/** Roles by the keys of sources; null where there is none. */
final class Roles implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        foreach (is_array($value) ? $value : [] as $key => $role) {
            $given = is_string($role) ? Role::tryFrom($role) : null;
            if (Source::query()->where('key', (string) $key)->doesntExist()) {
                $fail("There is no source “{$key}”.");
            } elseif ($role !== null && ($given === null || $given === Role::Administrator)) {
                $fail('A role in a source is viewer, author or publisher; or null, which is none.');
            }
        }
    }
}
