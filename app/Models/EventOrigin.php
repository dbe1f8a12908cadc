<?php

declare(strict_types=1);

namespace App\Models;

/** Where we heard of an event. */
enum EventOrigin: string
{
    case Api = 'api';
    case Interface = 'interface';
    /** Somebody answered what a message asked. */
    case Answer = 'answer';
}
