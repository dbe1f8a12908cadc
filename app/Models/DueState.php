<?php

declare(strict_types=1);

namespace App\Models;

/** What has become of a due. */
enum DueState: string
{
    /** It is to come, or waits for its turn. */
    case Waiting = 'waiting';
    /** A worker has it in hand. */
    case Working = 'working';
    /** It has become a dispatch. */
    case Dispatched = 'dispatched';
    /** It could not be decided upon; it is tried again when a person asks for it. */
    case Failed = 'failed';
}
