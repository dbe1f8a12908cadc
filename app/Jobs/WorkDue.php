<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Http\StorageTrouble;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Secrets\SealBroken;
use App\Sending\DecideDue;
use App\Sending\Deliver;
use App\Sending\Recovery;
use Herald\Document\InvalidDocument;
use Herald\Value\Clean;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Works one due off: decides upon it, and sends what it becomes. Safe to run any number of times: only who holds its lease does anything. */
final class WorkDue implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Careful, Queueable;

    /** Attempts are counted on the due, not on the job. */
    public int $tries = 0;

    public function __construct(public readonly int $dueId)
    {
    }

    /** Seconds after which a job that was lost may be replaced: one that was cut short between being noted as there and being there would keep others away for as long. */
    public function uniqueFor(): int
    {
        return 10 * config()->integer('herald.lease');
    }

    public function uniqueId(): string
    {
        return (string) $this->dueId;
    }

    public function handle(DecideDue $decide, Deliver $deliver): void
    {
        $due = Due::query()->with(['source', 'event'])->find($this->dueId);
        if ($due === null) {
            return;
        }
        Recovery::ofDue($due);
        if ($this->isMisplaced($due->cut_short)) {
            (new self($due->id))->enqueue($due->cut_short, $due->try_at?->isFuture() === true ? $due->try_at : null);

            return;
        }
        if (! $due->takeLease(config()->integer('herald.lease'))) {
            return;
        }
        try {
            $dispatch = $decide($due, inHand: true);
        } catch (InvalidDocument $e) {
            DecideDue::failed($due, 'It cannot be made: '.$e->summary(3), $due->attempts + 1);

            return;
        } catch (SealBroken $e) {
            DecideDue::failed($due, $e->getMessage(), $due->attempts + 1);

            return;
        } catch (\Throwable $e) {
            $this->stumbled($due, $e);

            return;
        }
        // In the same step: nobody else need be woken for it.
        match ($dispatch?->state) {
            DispatchState::Sending => $deliver($dispatch),
            DispatchState::Queued => app()->call([(new SendDispatch($dispatch->id))->onQueue($this->queue), 'handle']),
            default => null,
        };
    }

    private function stumbled(Due $due, \Throwable $e): void
    {
        if (StorageTrouble::isBehind($e)) {
            // No fault of this message. Where not even that can be written down, the lease runs out, and the due is looked after then.
            $at = now()->addSeconds(StorageTrouble::RETRY_AFTER);
            $due->changeUnderLease(['state' => DueState::Waiting, 'state_reason' => 'Nothing could be written', 'try_at' => $at, 'lease_until' => null]);
            (new self($due->id))->enqueue($due->cut_short, $at);

            return;
        }
        report($e);
        $attempts = $due->attempts + 1;
        $reason = 'It could not be made: '.Clean::line(mb_strimwidth($e->getMessage(), 0, 500, '…'));
        $pause = config()->array('herald.tries')[$attempts - 1] ?? null;
        if (! is_int($pause)) {
            DecideDue::failed($due, "Given up after {$attempts} attempts. {$reason}", $attempts);

            return;
        }
        $at = now()->addSeconds($pause);
        $due->changeUnderLease(['state' => DueState::Waiting, 'state_reason' => $reason, 'attempts' => $attempts, 'try_at' => $at, 'lease_until' => null]);
        (new self($due->id))->enqueue($due->cut_short, $at);
    }
}
