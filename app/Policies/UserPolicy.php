<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\User;

/** Who looks after people, tokens and sources. */
final class UserPolicy
{
    public function administer(User $user): bool
    {
        return $user->administrator;
    }
}
