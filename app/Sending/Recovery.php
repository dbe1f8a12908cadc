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

/** Looks after dues and dispatches whose worker is gone, or whose job was lost. Nothing is guessed: what may have arrived is uncertain. */
final class Recovery
{
    /** All that need it. Run every few seconds by the scheduler. */
    public static function sweep(): int
    {
        $lost = Dispatch::query()->with(['notice.source'])
            ->where(fn (Builder $query) => $query->where('state', DispatchState::Sending)->where('lease_until', '<', now()))
            ->orWhere(fn (Builder $query) => $query->where('state', DispatchState::Queued)->where('due_at', '<', now()->subSeconds(config()->integer('herald.lease'))));
        $count = 0;
        $dues = Due::query()->where(static fn (Builder $query) => $query->where('state', DueState::Working)->where('lease_until', '<', now()))
            ->orWhere(static fn (Builder $query) => $query->where('state', DueState::Waiting)->where('due_at', '<', now()->subSeconds(config()->integer('herald.lease'))));
        foreach ($dues->lazyById(200) as $due) {
            self::ofDue($due);
            if ($due->state === DueState::Waiting) {
                WorkDue::dispatch($due->id);
            }
            $count++;
        }
        foreach ($lost->lazyById(200) as $dispatch) {
            self::of($dispatch);
            if ($dispatch->state === DispatchState::Queued) {
                SendDispatch::dispatch($dispatch->id);
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
        $attempts = $due->attempts + 1;
        // What ends its worker time and again would do so for ever.
        $attempts > count(config()->array('herald.tries'))
            ? DecideDue::failed($due, "Deciding was cut short {$attempts} times", $attempts)
            : $due->changeUnderLease(['state' => DueState::Waiting, 'state_reason' => 'Deciding was cut short', 'attempts' => $attempts, 'lease' => null, 'lease_until' => null]);
    }

    /** One dispatch: does nothing unless it is being sent under a lease that has run out. */
    public static function of(Dispatch $dispatch): void
    {
        if (! $dispatch->isLeftBehind()) {
            return;
        }
        if ($dispatch->handed_at === null) {
            $attempts = $dispatch->attempts + 1;
            // What ends its worker time and again would do so for ever.
            $dispatch->changeUnderLease($attempts > count(config()->array('herald.tries'))
                ? ['state' => DispatchState::Failed, 'state_reason' => "Sending was cut short {$attempts} times before the message was handed over", 'attempts' => $attempts, 'lease_until' => null]
                : ['state' => DispatchState::Queued, 'state_reason' => 'Sending was cut short before the message was handed over', 'attempts' => $attempts, 'lease' => null, 'lease_until' => null]);

            return;
        }
        $ours = $dispatch->changeUnderLease(['state' => DispatchState::Uncertain, 'state_reason' => 'Sending was cut short after the message was handed over', 'lease_until' => null]);
        if ($ours && $dispatch->notice->whenUncertain() === WhenUncertain::Resend) {
            self::resend($dispatch);
        }
    }

    /** Hands an uncertain dispatch over once more, the same bytes with the same Message-ID, unless that was done often enough. */
    public static function resend(Dispatch $dispatch): void
    {
        if ($dispatch->resends >= config()->integer('herald.resends')) {
            return;
        }
        $dispatch->changeUnderLease([
            'state' => DispatchState::Queued, 'state_reason' => $dispatch->state_reason.'. Handed over once more with the same Message-ID',
            'resends' => $dispatch->resends + 1, 'due_at' => now(), 'lease' => null, 'handed_at' => null,
        ]);
        SendDispatch::dispatch($dispatch->id);
    }
}
