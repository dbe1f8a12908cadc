<?php

declare(strict_types=1);

namespace App\Models;

/** What a person may do. Each may do what those before may. */
enum Role: string
{
    /** Looks. */
    case Viewer = 'viewer';
    /** Writes drafts and sends proofs. */
    case Author = 'author';
    /** Puts in force and sends. */
    case Publisher = 'publisher';
    /** Looks after people, tokens and sources, and sees what is kept from others. */
    case Administrator = 'administrator';

    public function mayWrite(): bool
    {
        return $this !== self::Viewer;
    }

    public function mayPublish(): bool
    {
        return $this === self::Publisher || $this === self::Administrator;
    }

    public function mayAdminister(): bool
    {
        return $this === self::Administrator;
    }
}
