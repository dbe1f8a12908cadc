<?php

declare(strict_types=1);

namespace Herald\Notice;

/** Whom a notice is written for. */
enum Audience: string
{
    case Customer = 'customer';
    case Staff = 'staff';
}
