<?php

declare(strict_types=1);

namespace App\Sending;

use App\Jobs\SendDispatch;
use App\Jobs\WorkDue;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use Herald\Notice\WhenUncertain;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Looks after dues and dispatches whose worker is gone, or whose job was lost. Nothing is guessed: what may have arrived is uncertain. */
final class Recovery
{
    /** What has ended its worker so often is given up. */
    private const TRIES = 3;

    /** All that need it. Run every few seconds by the scheduler. */
    public static function sweep(): int
    {
        $late = now()->subSeconds(config()->integer('herald.lease'));
        // In one bracket: what walks through them by their ids adds a condition of its own.
        $lost = Dispatch::query()->with(['notice.source'])->where(static fn (Builder $query) => $query
            ->where(static fn (Builder $taken) => $taken->where('state', DispatchState::Sending)->where('lease_until', '<', now()))
            ->orWhere(static fn (Builder $waiting) => $waiting->where('state', DispatchState::Queued)->where('due_at', '<', $late)));
        $dues = Due::query()->where(static fn (Builder $query) => $query
            ->where(static fn (Builder $taken) => $taken->where('state', DueState::Working)->where('lease_until', '<', now()))
            ->orWhere(static fn (Builder $waiting) => $waiting->where('state', DueState::Waiting)->where('try_at', '<', $late)));
        $count = 0;
        foreach ($dues->lazyById(200) as $due) {
            self::ofDue($due);
            if ($due->state === DueState::Waiting) {
                (new WorkDue($due->id))->enqueue($due->cut_short, $due->try_at?->isFuture() === true ? $due->try_at : null);
            }
            $count++;
        }
        foreach ($lost->lazyById(200) as $dispatch) {
            self::of($dispatch);
            if ($dispatch->state === DispatchState::Queued) {
                (new SendDispatch($dispatch->id))->enqueue($dispatch->cut_short, $dispatch->due_at->isFuture() ? $dispatch->due_at : null);
            }
            $count++;
        }

        return $count;
    }

    /** One due: does nothing unless it is in hand under a lease that has run out. */
    public static function ofDue(Due $due): void
    {
        if (! $due->isLeftBehind()) {
            return;
        }
        [$attempts, $cut] = [$due->attempts + 1, $due->cut_short + 1];
        $pause = self::pause($cut);
        $due->cut_short = $cut;
        $pause === null
            ? DecideDue::failed($due, "Deciding was cut short {$cut} times", $attempts)
            : $due->changeUnderLease(['state' => DueState::Waiting, 'state_reason' => 'Deciding was cut short', 'attempts' => $attempts, 'try_at' => now()->addSeconds($pause), 'lease' => null, 'lease_until' => null]);
    }

    /**
     * How long to wait after something was cut short so often: not at all the first time, then as long as for a mail server that is away.
     *
     * @return int|null in seconds; null when that was often enough: what ends its worker time and again would do so for ever
     */
    private static function pause(int $cutShort): ?int
    {
        $pause = $cutShort === 1 ? 0 : array_values(config()->array('herald.retries'))[$cutShort - 2] ?? 0;

        return is_int($pause) && $cutShort < self::TRIES ? $pause : null;
    }

    /** One dispatch: does nothing unless it is being sent under a lease that has run out. */
    public static function of(Dispatch $dispatch): void
    {
        if (! $dispatch->isLeftBehind()) {
            return;
        }
        DB::transaction(static function () use ($dispatch): void {
            $reached = $dispatch->recipients()->where('state', DispatchState::Queued)->whereNotNull('handed_at')->get();
            foreach ($reached as $recipient) {
                if (! $dispatch->changeRecipient($recipient, ['state' => DispatchState::Uncertain, 'state_reason' => 'Sending was cut short after the message was handed over'])) {
                    return;
                }
            }
            [$attempts, $cut] = [$dispatch->attempts + 1, $dispatch->cut_short + 1];
            $words = 'Sending was cut short '.($reached->isEmpty() ? 'before' : 'after').' the message was handed over';
            $pause = self::pause($cut);
            if ($pause === null && $reached->isEmpty()) {
                $words = "Sending was cut short {$cut} times before the message was handed over";
                foreach ($dispatch->recipients()->where('state', DispatchState::Queued)->get() as $recipient) {
                    $dispatch->changeRecipient($recipient, ['state' => DispatchState::Failed, 'state_reason' => $words]);
                }
            }
            $conclusion = $dispatch->unsetRelation('recipients')->conclusion();
            $dispatch->changeUnderLease([
                ...$conclusion, 'state_reason' => $conclusion['state'] === DispatchState::Queued ? $words : $conclusion['state_reason'], 'attempts' => $reached->isEmpty() ? $attempts : $dispatch->attempts, 'cut_short' => $reached->isEmpty() ? $cut : $dispatch->cut_short,
                'lease_until' => null, ...($conclusion['state'] === DispatchState::Queued ? ['lease' => null, ...($reached->isEmpty() ? ['due_at' => now()->addSeconds($pause ?? 0)] : [])] : []),
            ]);
        });
        if ($dispatch->state === DispatchState::Uncertain && $dispatch->notice->whenUncertain() === WhenUncertain::Resend) {
            self::resend($dispatch);
        }
    }

    /** Hands an uncertain dispatch over once more, the same bytes with the same Message-ID, unless that was done often enough. */
    public static function resend(Dispatch $dispatch): void
    {
        if ($dispatch->resends >= config()->integer('herald.resends')) {
            return;
        }
        DB::transaction(static function () use ($dispatch): void {
            $changes = ['state' => DispatchState::Queued, 'state_reason' => $dispatch->state_reason.'. Handed over once more with the same Message-ID', 'resends' => $dispatch->resends + 1, 'due_at' => now(), 'lease' => null];
            if ($dispatch->changeUnderLease($changes)) {
                $dispatch->queueAgain([DispatchState::Uncertain]);
            }
        });
        (new SendDispatch($dispatch->id))->enqueue($dispatch->cut_short);
    }
}
