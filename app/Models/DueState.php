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
    /** It has become others, one for each of those that it goes to. */
    case Spread = 'spread';
    /** It could not be decided upon; it is tried again when a person asks for it. */
    case Failed = 'failed';
    /** Its record changed, so that it does not come; it may come again when the record changes once more. */
    case Withdrawn = 'withdrawn';
    /** When it was due it was true no longer, or it was too late. */
    case Dropped = 'dropped';
    /** A person has taken it out; it stays out. */
    case TakenOut = 'taken_out';
}
