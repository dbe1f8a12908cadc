<?php

declare(strict_types=1);

namespace App\Sending;

use App\Jobs\WorkDue;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\EventOrigin;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Models\User;
use App\Responses\Answered;
use App\Responses\TakeAnswer;
use App\Secrets\Seal;
use App\Timing\Clock;
use App\Timing\PlanDues;
use Herald\Condition\Verdict;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Notice\Carrier;
use Herald\Notice\Consequence;
use Herald\Notice\Notice as Declared;
use Herald\Notice\Occurrence;
use Herald\Record\RecordType;
use Herald\Value\Moment;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/**
 * Takes an event in: brings the record up to date, and what goes by its dates, and writes a due for every notice that it sets off. All of it, or nothing. Nothing is decided here, so that no words can
 * keep an event from being taken.
 */
final readonly class TakeEvent
{
    /**
     * @param  array<array-key, mixed>  $given  parameters that came with the event, as they came
     * @param  array<array-key, mixed>  $slots  what add-ons handed in, as it came, by the key of the slot
     * @param  Answered|null  $answer  that it is, where somebody answered
     */
    public function __construct(
        private Source $source,
        private string $eventId,
        private string $name,
        private RecordType $type,
        private EventOrigin $origin,
        private array $given = [],
        private ?User $user = null,
        private string $bodyHash = '',
        private array $slots = [],
        private ?Answered $answer = null,
    ) {
    }

    /**
     * What the event would set off if it came now, without taking it.
     *
     * @param  array<string, mixed>  $after  normalised data
     * @return list<Consequence>
     */
    public function foresee(?Record $record, array $after): array
    {
        return $this->source->manifest()->consequencesOf($this->occurrence($record, $after), $this->given);
    }

    /**
     * @param  \Closure(?Record): array<string, mixed>  $change  the record's new data from the record as it stands, null when it is not known; called while nobody else can change it
     *
     * When the data do not fit, {@see InvalidDocument} is thrown and nothing has happened.
     */
    public function take(string $key, \Closure $change): TakenEvent
    {
        return $this->once(fn (): TakenEvent => $this->taken($key, $change));
    }

    /**
     * Takes an event whose data do not fit the record type of today. The record stays as it was; the data stay with the event, and so do its dues, which fail with the place
     * until that is mended.
     *
     * @param  array<array-key, mixed>  $data  as they came
     */
    public function misfit(string $key, array $data, InvalidDocument $why): TakenEvent
    {
        return $this->once(function () use ($key, $data, $why): TakenEvent {
            // Of a record that is not known there is nothing but its identity.
            $record = $this->record($key) ?? Record::begin($this->source, $this->type, $key);
            $fault = implode('; ', array_map(static fn (Fault $fault): string => $fault->inWords(), array_slice($why->faults, 0, 5)));
            $verdicts = array_map(fn (Declared $notice): Verdict => $notice->on && $notice->cue->waitsFor($this->name) ? new Verdict(true, $notice->cue->inWords().', with data that do not fit') : new Verdict(false, 'cannot be told: the data do not fit: '.$fault), $this->speaking());

            return $this->write($record, $verdicts, ['revision_before' => $record->revision, 'data' => Seal::misfit($this->type->fields, $data), 'fault' => $fault]);
        });
    }

    /**
     * @param  \Closure(?Record): array<string, mixed>  $change
     */
    private function taken(string $key, \Closure $change): TakenEvent
    {
        $record = $this->record($key);
        $after = $change($record);
        $occurrence = $this->occurrence($record, $after);
        $verdicts = array_map(static fn (Declared $notice): Verdict => $notice->judge($occurrence), $this->speaking());
        $revision = $record->revision ?? 0;
        $record ??= new Record(['source_id' => $this->source->id, 'type' => $this->type->key, 'key' => $key]);
        $record->take($this->type, $after);
        if ($this->answer !== null) {
            TakeAnswer::keep($this->answer, $record);
        }
        (new PlanDues($this->source))->about($record, $this->type);

        return $this->write($record, $verdicts, ['revision_before' => $revision]);
    }

    /**
     * @param  \Closure(): TakenEvent  $take
     */
    private function once(\Closure $take): TakenEvent
    {
        for ($attempt = 1; ; $attempt++) {
            try {
                return DB::transaction(fn (): TakenEvent => $this->known() ?? $take(), 3);
            } catch (UniqueConstraintViolationException $e) {
                // Where transactions run side by side, the same event, or another first one about the same record, may have come in a moment ago.
                if ($attempt === 3) {
                    throw $e;
                }
            }
        }
    }

    private function known(): ?TakenEvent
    {
        $known = Event::query()->where(['source_id' => $this->source->id, 'event_id' => $this->eventId])->first();

        return $known === null ? null : new TakenEvent($known, repeated: true);
    }

    private function record(string $key): ?Record
    {
        return Record::query()->where(['source_id' => $this->source->id, 'type' => $this->type->key, 'key' => $key])->lockForUpdate()->first();
    }

    /**
     * @return array<string, Declared> the notices about records of the type, by key
     */
    private function speaking(): array
    {
        return array_filter($this->source->manifest()->notices, fn (Declared $notice): bool => $notice->recordType === $this->type->key);
    }

    /**
     * @param  array<string, Verdict>  $verdicts  by the key of the notice
     * @param  array<string, mixed>  $rest  of the event
     */
    private function write(Record $record, array $verdicts, array $rest = []): TakenEvent
    {
        $notices = $this->source->manifest()->notices;
        $event = Event::query()->create([
            'source_id' => $this->source->id, 'event_id' => $this->eventId, 'name' => $this->name, 'record_id' => $record->id, 'record_revision' => $record->revision,
            'origin' => $this->origin, 'user_id' => $this->user?->id, 'body_hash' => $this->bodyHash, 'given' => $this->sealed($verdicts),
            'verdicts' => array_map(static fn (string $key, Verdict $verdict): array => [
                'notice' => $key, 'set_off' => $verdict->holds, 'reason' => $verdict->reason, 'left_to_source' => $verdict->holds && $notices[$key]->carrier === Carrier::Source,
            ], array_keys($verdicts), $verdicts),
            ...($this->slots === [] ? [] : ['slots' => $this->slots]),
            ...$rest,
        ]);
        $ours = array_filter($verdicts, static fn (Verdict $verdict, string $key): bool => $verdict->holds && $notices[$key]->carrier === Carrier::Herald, ARRAY_FILTER_USE_BOTH);
        foreach (Notice::query()->where('source_id', $this->source->id)->whereIn('key', array_keys($ours))->orderBy('position')->get() as $notice) {
            $due = Due::query()->create([
                'source_id' => $this->source->id, 'notice_id' => $notice->id, 'record_id' => $record->id, 'event_id' => $event->id, 'occasion' => $this->answer?->occasion() ?? "event:{$this->eventId}",
                'record_revision' => $record->revision, 'due_at' => Clock::now(), 'try_at' => now(), 'state' => DueState::Waiting, 'reason' => $ours[$notice->key]->reason,
            ]);
            WorkDue::dispatch($due->id);
        }

        return new TakenEvent($event);
    }

    /**
     * The parameters, with what is a secret sealed: for a notice that is set off, or for another where none that is set off names it.
     *
     * @param  array<string, Verdict>  $verdicts  by the key of the notice
     * @return array<array-key, mixed>
     */
    private function sealed(array $verdicts): array
    {
        $given = $others = $this->given;
        foreach ($this->speaking() as $key => $notice) {
            if ($verdicts[$key]->holds) {
                $given = Seal::close($notice->given, $given);
                foreach ($notice->given as $field) {
                    $others = array_diff_key($others, array_flip([$field->key, ...$field->was]));
                }
            }
        }
        foreach ($this->speaking() as $notice) {
            $others = Seal::close($notice->given, $others);
        }

        return array_replace($given, $others);
    }

    /**
     * @param  array<string, mixed>  $after
     */
    private function occurrence(?Record $record, array $after): Occurrence
    {
        $before = $record?->asEarlier($this->type, $after);
        $after = Seal::openAsFar($this->type->fields, $after);
        if ($this->type->questions === []) {
            return new Occurrence($this->name, $this->type->key, $before, $after);
        }
        $answers = $record->responses ?? [];
        $then = $this->answer === null ? $answers : [...$answers, $this->answer->key => ['value' => $this->answer->value, 'at' => Moment::text(Clock::now()->toDateTimeImmutable())]];

        return new Occurrence($this->name, $this->type->key, $before, $after, $this->type->responses($answers), $this->type->responses($then), ($this->answer->turn ?? 0) > 0);
    }
}
