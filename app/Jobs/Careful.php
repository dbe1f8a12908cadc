<?php

declare(strict_types=1);

namespace App\Jobs;

/** Work that ended its worker once is done in a queue of its own: its worker has small limits, and nothing else waits behind it. */
trait Careful
{
    public const QUEUE = 'careful';

    /**
     * Puts this job into the queue where it belongs.
     *
     * @param  int  $cutShort  how often a worker ended while it had the work in hand
     */
    public function enqueue(int $cutShort, ?\DateTimeInterface $at = null): void
    {
        dispatch($this)->delay($at)->onQueue($cutShort > 0 ? self::QUEUE : null);
    }

    /** Whether it waits in a queue where it may end what others wait for. */
    private function isMisplaced(int $cutShort): bool
    {
        return $cutShort > 0 && $this->queue !== self::QUEUE;
    }
}
