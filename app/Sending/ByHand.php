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
use Herald\Record\Field;
use Herald\Record\RecordReader;
use Herald\Record\Secrets;
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
                $due->update(['state' => DueState::Waiting, 'attempts' => 0, 'cut_short' => 0, 'try_at' => now(), 'lease' => null, 'lease_until' => null]);
                WorkDue::dispatch($due->id);

                return;
            }
            self::move($dispatch, [DispatchState::Failed, DispatchState::Uncertain], [...$waiting, 'lease' => null, 'lease_until' => null, 'attempts' => 0, 'cut_short' => 0, 'resends' => 0]);
            $dispatch->queueAgain([DispatchState::Failed, DispatchState::Uncertain]);
            SendDispatch::dispatch($dispatch->id);
        });
        Audit::note($person, 'retried', "“{$dispatch->subject}” to be sent again", $dispatch, $dispatch->source, ['state' => $before], ['state' => $dispatch->state->value]);
    }

    /**
     * Decides one anew that failed or is uncertain: another message about the same, from the record and for the address as they are now. The old one is closed and points to it.
     *
     * @throws ConflictHttpException when its state is another by now, or what it needs is not there any more
     */
    public static function anew(Dispatch $dispatch, ?User $person): Due
    {
        $late = Lateness::ofDispatch($dispatch);
        if ($late !== null) {
            throw new ConflictHttpException($late.'.');
        }
        $due = DB::transaction(static function () use ($dispatch, $person): Due {
            $record = Record::query()->whereKey($dispatch->record_id)->lockForUpdate()->firstOrFail();
            $declared = $dispatch->source->manifest()->notices[$dispatch->notice->key] ?? throw new ConflictHttpException('Could not decide anew: this notice is not declared any more.');
            $roots = $declared->vocabulary->roots();
            if (self::secrets($roots, $dispatch->data, true) > self::secrets($roots, [$record->type => $record->data, 'given' => $dispatch->event->given ?? $dispatch->due->given ?? []], false)) {
                throw new ConflictHttpException('Could not decide anew: the message held a secret, and the record does not have it any more.');
            }
            $before = $dispatch->due;
            $number = Due::query()->where(['notice_id' => $dispatch->notice_id, 'record_id' => $dispatch->record_id])->where('occasion', 'like', "again:{$dispatch->id}:%")->count();
            $due = Due::query()->create([
                'source_id' => $dispatch->source_id, 'notice_id' => $dispatch->notice_id, 'record_id' => $dispatch->record_id, 'event_id' => $dispatch->event_id, 'part_of' => $before?->part_of, 'of_record' => $before?->of_record,
                // One of several is told by the mark of its address.
                'occasion' => "again:{$dispatch->id}:{$number}".($before?->part_of === null ? '' : (string) strrchr($before->occasion, '#')),
                'record_revision' => $record->revision, 'given' => $before?->given, 'user_id' => $person?->id, 'by_hand' => true, 'due_at' => Clock::now(), 'try_at' => now(), 'state' => DueState::Waiting,
                'reason' => "{$dispatch->reason}; decided anew, asked for by {$person?->name}",
            ]);
            self::closeOff($dispatch, 'Decided anew', $person, ['again_due_id' => $due->id]);
            WorkDue::dispatch($due->id);

            return $due;
        });
        Audit::note($person, 'retried', "“{$dispatch->subject}” to be decided anew", $dispatch, $dispatch->source, ['state' => $dispatch->state->value], ['state' => 'closed']);

        return $due;
    }

    /**
     * Sends it again as it was, where that can be done; otherwise decides it anew.
     *
     * @throws ConflictHttpException when neither can be done
     */
    public static function againOrAnew(Dispatch $dispatch, ?User $person): void
    {
        $dispatch->isWhole() ? self::again($dispatch, $person) : self::anew($dispatch, $person);
    }

    /**
     * Closes one that failed or is uncertain: a person has dealt with it otherwise.
     *
     * @param  string  $remark  how
     *
     * @throws ConflictHttpException when its state is another by now
     */
    public static function close(Dispatch $dispatch, string $remark, ?User $person): void
    {
        self::closeOff($dispatch, $remark, $person);
        Audit::note($person, 'settled', "“{$dispatch->subject}” closed: {$remark}", $dispatch, $dispatch->source, ['state' => $dispatch->state->value], ['state' => 'closed']);
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    private static function closeOff(Dispatch $dispatch, string $remark, ?User $person, array $changes = []): void
    {
        if (Dispatch::query()->whereKey($dispatch->id)->open()->update(['closed_at' => now(), 'closed_by' => $person?->id, 'remark' => $remark, ...$changes]) !== 1) {
            throw new ConflictHttpException('Could not close this dispatch: it was closed, or its state has changed meanwhile. Load the page again.');
        }
        $dispatch->refresh();
    }

    /**
     * How many secrets there are in data.
     *
     * @param  array<string, Field>  $roots
     * @param  array<array-key, mixed>  $data  by root
     * @param  bool  $wiped  whether those count that were there and are not kept any longer
     */
    private static function secrets(array $roots, array $data, bool $wiped): int
    {
        $number = 0;
        Secrets::map($roots, $data, static function (mixed $value) use (&$number, $wiped): mixed {
            $number += $wiped || ! is_array($value) || ($value['sealed'] ?? null) !== null ? 1 : 0;

            return $value;
        });

        return $number;
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
            throw new ConflictHttpException('Could not send the same message again: it held a secret, which is kept no longer than it takes to send it. Have it decided anew instead.');
        }
        if (Dispatch::query()->whereKey($dispatch->id)->whereIn('state', $from)->whereNull('closed_at')->update($changes) !== 1) {
            throw new ConflictHttpException("Could not do that: this dispatch is {$dispatch->state->value}".($dispatch->closed_at === null ? '.' : ' and closed.'));
        }
        $dispatch->refresh()->forgetSecrets();
    }
}
