<?php

declare(strict_types=1);

namespace App\Readiness;

/** How a point stands between an event and the inbox. */
enum State: string
{
    case Good = 'good';
    /** Worth knowing; it keeps nothing from going out. */
    case Note = 'note';
    /** It stands in the way. */
    case Bad = 'bad';
}
