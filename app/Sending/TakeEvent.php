<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Event;
use App\Models\EventOrigin;
use App\Models\Record;
use App\Models\Source;
use App\Models\User;
use App\Responses\Answered;
use App\Responses\TakeAnswer;
use App\Secrets\Seal;
use App\Timing\Clock;
use App\Timing\PlanDues;
use Herald\Condition\Verdict;
use Herald\Document\InvalidDocument;
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
            $fault = $why->summary();
            $judgement = Judgement::of($this->source, $this->type->key, fn (Declared $notice): Verdict => $notice->on && $notice->cue->waitsFor($this->name) ? new Verdict(true, $notice->cue->inWords().', with data that do not fit') : new Verdict(false, 'cannot be told: the data do not fit: '.$fault));

            return $this->write($record, $judgement, ['revision_before' => $record->revision, 'data' => Seal::misfit($this->type->fields, $data), 'fault' => $fault]);
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
        $judgement = Judgement::of($this->source, $this->type->key, static fn (Declared $notice): Verdict => $notice->judge($occurrence));
        $revision = $record->revision ?? 0;
        $record ??= new Record(['source_id' => $this->source->id, 'type' => $this->type->key, 'key' => $key]);
        $record->take($this->type, $after);
        if ($this->answer !== null) {
            TakeAnswer::keep($this->answer, $record);
        }
        (new PlanDues($this->source))->about($record, $this->type);

        return $this->write($record, $judgement, ['revision_before' => $revision]);
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
     * @param  array<string, mixed>  $rest  of the event
     */
    private function write(Record $record, Judgement $judgement, array $rest): TakenEvent
    {
        $event = Event::query()->create([
            'source_id' => $this->source->id, 'event_id' => $this->eventId, 'name' => $this->name, 'record_id' => $record->id, 'record_revision' => $record->revision,
            'origin' => $this->origin, 'user_id' => $this->user?->id, 'body_hash' => $this->bodyHash, 'given' => $this->sealed($judgement), 'verdicts' => $judgement->toArray(),
            ...($this->slots === [] ? [] : ['slots' => $this->slots]),
            ...$rest,
        ]);
        $judgement->setOff($event, $record, $this->answer?->occasion() ?? "event:{$this->eventId}");

        return new TakenEvent($event);
    }

    /**
     * The parameters, with what is a secret sealed: for a notice that is set off, or for another where none that is set off names it.
     *
     * @return array<array-key, mixed>
     */
    private function sealed(Judgement $judgement): array
    {
        $given = $others = $this->given;
        foreach ($judgement->notices as $key => $notice) {
            if ($judgement->verdicts[$key]->holds) {
                $given = Seal::close($notice->given, $given);
                foreach ($notice->given as $field) {
                    $others = array_diff_key($others, array_flip([$field->key, ...$field->was]));
                }
            }
        }
        foreach ($judgement->notices as $notice) {
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
