<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use Illuminate\Auth\Access\Response;

/** What a person may do with a source, and with all that belongs to it. Whoever has no role in it is not told that it is there. */
final class SourcePolicy
{
    public function view(User $user, Source $source): Response
    {
        return $this->asks($user, $source, static fn (Role $role): bool => true);
    }

    /** Drafts and proofs. */
    public function write(User $user, Source $source): Response
    {
        return $this->asks($user, $source, static fn (Role $role): bool => $role->mayWrite());
    }

    /** What is in force, and what is sent. */
    public function publish(User $user, Source $source): Response
    {
        return $this->asks($user, $source, static fn (Role $role): bool => $role->mayPublish());
    }

    /** Its tokens, and what is kept from others. */
    public function administer(User $user, Source $source): Response
    {
        return $this->asks($user, $source, static fn (Role $role): bool => $role->mayAdminister());
    }

    /**
     * @param  \Closure(Role): bool  $may
     */
    private function asks(User $user, Source $source, \Closure $may): Response
    {
        $role = $user->roleIn($source);

        return $role === null ? Response::denyAsNotFound() : ($may($role) ? Response::allow() : Response::deny());
    }
}
