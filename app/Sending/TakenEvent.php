<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Event;

/** What became of an event that came in. */
final readonly class TakenEvent
{
    /**
     * @param  bool  $repeated  whether it had come before, so that nothing more was done
     */
    public function __construct(public Event $event, public bool $repeated = false)
    {
    }
}
