<?php

declare(strict_types=1);

namespace App\Sending;

use App\Jobs\WorkDue;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\Record;
use App\Models\RecordRevision;
use App\Models\Source;
use App\Secrets\Seal;
use App\Secrets\SealBroken;
use App\Timing\PlanDues;
use Herald\Condition\Verdict;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Notice\Notice as Declared;
use Herald\Notice\Occurrence;
use Herald\Record\EarlierState;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Illuminate\Support\Facades\DB;

/**
 * Tries an event again whose data did not fit when it came. Where they fit now, the record is brought up to date unless it has changed since, and the notices are judged between the states
 * before and after the event as they read by now: what it sets off goes out then. An event is tried after those that came before it about the same record.
 */
final class FitEvent
{
    /**
     * @throws InvalidDocument when its data still do not fit
     */
    public static function of(Event $event, Source $source): void
    {
        foreach (Event::query()->where('record_id', $event->record_id)->where('id', '<', $event->id)->misfit()->orderBy('id')->get() as $earlier) {
            try {
                self::alone($earlier, $source);
            } catch (InvalidDocument) {
                // That one waits on; this one need not.
            }
        }
        self::alone($event, $source);
        $event->refresh();
    }

    /**
     * @throws InvalidDocument
     */
    private static function alone(Event $event, Source $source): void
    {
        try {
            DB::transaction(static function () use ($event, $source): void {
                $record = Record::query()->whereKey($event->record_id)->lockForUpdate()->firstOrFail()->setRelation('source', $source);
                $event->refresh();
                if ($event->data === null) {
                    // Somebody was faster.
                    return;
                }
                $type = $source->manifest()->recordTypes[$record->type] ?? throw InvalidDocument::because('event '.$event->event_id, '', "there are no records of type {$record->type} any more");
                self::take($event, $source, $type, $record, RecordReader::read($type, Seal::ofMisfit($type->fields, $event->data), 'event '.$event->event_id, app(Limits::class)));
            });
        } catch (InvalidDocument|SealBroken $e) {
            $invalid = $e instanceof InvalidDocument ? $e : InvalidDocument::because('event '.$event->event_id, '', lcfirst($e->getMessage()));
            Event::query()->whereKey($event->id)->whereNotNull('data')->update(['fault' => $invalid->summary()]);
            throw $invalid;
        }
    }

    /**
     * @param  array<string, mixed>  $after  normalised
     */
    private static function take(Event $event, Source $source, RecordType $type, Record $record, array $after): void
    {
        $since = $event->record_revision;
        $hasChanged = $record->revision !== $since;
        $before = $hasChanged ? self::stateThen($event, $type, $after) : $record->asEarlier($type, $after);
        $judgement = Judgement::of($source, $type->key, static fn (Declared $notice): Verdict => self::judge($notice, $event, $type, $record, $before, $after, $hasChanged));
        if (! $hasChanged) {
            $record->take($type, $after);
            (new PlanDues($source))->about($record, $type);
            // What came after it found the record in the same state.
            Event::query()->where(['record_id' => $record->id, 'record_revision' => $since])->where('id', '>', $event->id)->misfit()->update(['record_revision' => $record->revision, 'revision_before' => $record->revision]);
        }
        $event->dues()->update(['record_revision' => $record->revision]);
        $event->update(['data' => null, 'fault' => null, 'record_revision' => $record->revision, 'verdicts' => $judgement->toArray()]);
        $judgement->setOff($event, $record, "event:{$event->event_id}");
        foreach ($event->dues()->where('state', DueState::Failed)->get() as $due) {
            Dispatch::query()->where(['due_id' => $due->id, 'state' => DispatchState::Failed])->update(['state' => DispatchState::Queued, 'state_reason' => 'To be tried again: the data of its event fit by now', 'due_at' => now()]);
            $due->update(['state' => DueState::Waiting, 'attempts' => 0, 'cut_short' => 0, 'try_at' => now(), 'lease' => null, 'lease_until' => null]);
            WorkDue::dispatch($due->id);
        }
    }

    /**
     * @param  array<string, mixed>  $after
     * @param  bool  $hasChanged  whether the record has changed since the event came
     */
    private static function judge(Declared $notice, Event $event, RecordType $type, Record $record, ?EarlierState $before, array $after, bool $hasChanged): Verdict
    {
        $answers = $type->responses($record->responses ?? []);
        $occurrence = static fn (array $state): Occurrence => new Occurrence($event->name, $type->key, $before, Seal::openAsFar($type->fields, $state), $answers, $answers);
        $verdict = $notice->judge($occurrence($after));
        if (! $hasChanged || ! $verdict->holds || $notice->cue->waitsFor($event->name)) {
            return $verdict;
        }
        $present = $record->read($type);
        if ($present === null || ! $notice->judge($occurrence($present))->holds) {
            return new Verdict(false, "{$verdict->reason}; but the record has changed since, and that is not so any more");
        }

        return Due::query()->where('record_id', $record->id)->where('event_id', '>', $event->id)->whereRelation('notice', 'key', $notice->key)->exists()
            ? new Verdict(false, "{$verdict->reason}; a later event has set this notice off already") : $verdict;
    }

    /**
     * The record as the event found it.
     *
     * @param  array<string, mixed>  $after
     */
    private static function stateThen(Event $event, RecordType $type, array $after): ?EarlierState
    {
        $revision = RecordRevision::query()->where(['record_id' => $event->record_id, 'revision' => $event->revision_before ?? $event->record_revision])->first();

        return $revision === null ? null : EarlierState::of($type, Seal::openAsFar($type->fields, $revision->data), Seal::openAsFar($type->fields, $after));
    }
}
