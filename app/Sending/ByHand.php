<?php

declare(strict_types=1);

namespace App\Sending;

use App\Audit\Audit;
use App\Jobs\SendDispatch;
use App\Jobs\WorkDue;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\DueState;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** What a person may do with a dispatch that did not come to a good end by itself. */
final class ByHand
{
    /**
     * Sends one that failed or is uncertain again: the same bytes, the same Message-ID, to those who did not get it. One that could not be decided upon is decided again.
     *
     * @throws ConflictHttpException when its state is another by now, or its words are not there any more
     */
    public static function again(Dispatch $dispatch, ?User $person): void
    {
        $before = $dispatch->state->value;
        $waiting = ['state' => DispatchState::Queued, 'state_reason' => "To be tried again, asked for by {$person?->name}", 'due_at' => now()];
        DB::transaction(static function () use ($dispatch, $waiting): void {
            $due = $dispatch->due;
            if ($due?->state === DueState::Failed) {
                self::move($dispatch, [DispatchState::Failed], $waiting);
                $due->update(['state' => DueState::Waiting, 'attempts' => 0, 'due_at' => now(), 'lease' => null, 'lease_until' => null]);
                WorkDue::dispatch($due->id);

                return;
            }
            self::move($dispatch, [DispatchState::Failed, DispatchState::Uncertain], [...$waiting, 'lease' => null, 'lease_until' => null, 'attempts' => 0, 'resends' => 0]);
            $dispatch->queueAgain([DispatchState::Failed, DispatchState::Uncertain]);
            SendDispatch::dispatch($dispatch->id);
        });
        Audit::note($person, 'retried', "“{$dispatch->subject}” to be sent again", $dispatch, $dispatch->source, ['state' => $before], ['state' => $dispatch->state->value]);
    }

    /**
     * A person has found out that an uncertain dispatch did arrive.
     *
     * @throws ConflictHttpException as above
     */
    public static function arrived(Dispatch $dispatch, ?User $person): void
    {
        $known = ['state' => DispatchState::Sent, 'state_reason' => "Known to have arrived, says {$person?->name}", 'sent_at' => now()];
        DB::transaction(static function () use ($dispatch, $known): void {
            self::move($dispatch, [DispatchState::Uncertain], $known);
            $dispatch->recipients()->where('state', DispatchState::Uncertain)->update($known);
        });
        Audit::note($person, 'settled', "“{$dispatch->subject}” is known to have arrived", $dispatch, $dispatch->source, ['state' => DispatchState::Uncertain->value], ['state' => $dispatch->state->value]);
    }

    /**
     * @param  list<DispatchState>  $from
     * @param  array<string, mixed>  $changes
     */
    private static function move(Dispatch $dispatch, array $from, array $changes): void
    {
        if (! $dispatch->isWhole()) {
            throw new ConflictHttpException('It held a secret, which is kept no longer than it takes to send it: the same words cannot be sent again.');
        }
        if (Dispatch::query()->whereKey($dispatch->id)->whereIn('state', $from)->update($changes) !== 1) {
            throw new ConflictHttpException("This dispatch is {$dispatch->state->value}; that cannot be done with it.");
        }
        $dispatch->refresh()->forgetSecrets();
    }
}
