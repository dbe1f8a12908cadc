<?php

declare(strict_types=1);

namespace App\Models;

/** What a person may do: an administrator everything, an editor write and switch, a viewer look. */
enum Role: string
{
    case Administrator = 'administrator';
    case Editor = 'editor';
    case Viewer = 'viewer';

    public function mayEdit(): bool
    {
        return $this !== self::Viewer;
    }
}
