<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Dispatch;
use App\Sending\Deliver;
use App\Sending\Recovery;
use App\Timing\Lateness;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/**
 * Sends one dispatch. Safe to run any number of times: only who holds the dispatch's lease sends. A dispatch has one job waiting at a time, however
 * often it is looked after while the queue is long.
 */
final class SendDispatch implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Careful, Queueable;

    /** Attempts are counted on the dispatch, not on the job. */
    public int $tries = 0;

    public function __construct(public readonly string $dispatchId)
    {
    }

    /** Seconds after which a job that was lost may be replaced: one that was cut short between being noted as there and being there would keep others away for as long. */
    public function uniqueFor(): int
    {
        return 10 * config()->integer('herald.lease');
    }

    public function uniqueId(): string
    {
        return $this->dispatchId;
    }

    public function handle(Deliver $deliver): void
    {
        $dispatch = Dispatch::query()->with(['source', 'notice', 'edition', 'to', 'message'])->find($this->dispatchId);
        if ($dispatch?->edition === null) {
            // It is gone, or waits for being decided upon.
            return;
        }
        $dispatch->notice->setRelation('source', $dispatch->source);
        Recovery::of($dispatch);
        if ($this->isMisplaced($dispatch->cut_short)) {
            (new self($dispatch->id))->enqueue($dispatch->cut_short, $dispatch->due_at->isFuture() ? $dispatch->due_at : null);

            return;
        }
        if ($dispatch->takeLease(config()->integer('herald.lease'))) {
            $late = Lateness::ofDispatch($dispatch);
            $late === null ? $deliver($dispatch) : $deliver->leave($dispatch, $late);
        }
    }
}
