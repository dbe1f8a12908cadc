<?php

declare(strict_types=1);

namespace App\Sending;

use App\Audit\Audit;
use App\Jobs\SendDispatch;
use App\Jobs\WorkDue;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\Record;
use App\Models\User;
use App\Secrets\Seal;
use App\Timing\Clock;
use App\Timing\Lateness;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Record\RecordReader;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** What a person does: sends a message that nothing else set off, or sees to a dispatch that did not come to a good end by itself. */
final class ByHand
{
    /**
     * Sends a notice for a record as it stands now.
     *
     * @param  array<array-key, mixed>  $given  its parameters, as they came
     * @param  string  $once  tells one wish from another: what is asked for a second time is done once
     *
     * @throws InvalidDocument naming every parameter that does not fit
     */
    public static function send(Notice $notice, Record $record, array $given, string $once, User $person): Due
    {
        $declared = $notice->declaration();
        $given = Seal::close($declared->given, RecordReader::given($declared->given, $given, 'given', app(Limits::class)));
        $due = Due::query()->createOrFirst(['notice_id' => $notice->id, 'record_id' => $record->id, 'occasion' => "mailing:{$once}"], [
            'source_id' => $notice->source_id, 'record_revision' => $record->revision, 'given' => $given, 'user_id' => $person->id, 'by_hand' => true,
            'due_at' => Clock::now(), 'try_at' => now(), 'state' => DueState::Waiting, 'reason' => "asked for by {$person->name}",
        ]);
        if ($due->wasRecentlyCreated) {
            WorkDue::dispatch($due->id);
            Audit::note($person, 'sent', "{$declared->name} sent by hand for {$record->key}", $record, $notice->source);
        }

        return $due;
    }

    /**
     * Sends one that failed or is uncertain again: the same bytes, the same Message-ID, to those who did not get it. One that could not be decided upon is decided again.
     *
     * @throws ConflictHttpException when its state is another by now, or its words are not there any more
     */
    public static function again(Dispatch $dispatch, ?User $person): void
    {
        $before = $dispatch->state->value;
        $late = Lateness::ofDispatch($dispatch);
        if ($late !== null) {
            throw new ConflictHttpException($late.'.');
        }
        $waiting = ['state' => DispatchState::Queued, 'state_reason' => "To be tried again, asked for by {$person?->name}", 'due_at' => now()];
        DB::transaction(static function () use ($dispatch, $waiting): void {
            $due = $dispatch->due;
            if ($due?->state === DueState::Failed) {
                self::move($dispatch, [DispatchState::Failed], $waiting);
                $due->update(['state' => DueState::Waiting, 'attempts' => 0, 'try_at' => now(), 'lease' => null, 'lease_until' => null]);
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
            $dispatch->hasArrived();
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
