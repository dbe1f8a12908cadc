<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Finding\OtherRecords;
use App\Models\Due;
use App\Models\Event;
use App\Models\Record;
use App\Models\RecordRevision;
use App\Models\Source as SourceModel;
use App\Responses\AnswerLinks;
use App\Sending\Spread;
use App\Timing\Clock;
use Herald\Document\InvalidDocument;
use Herald\Manuscript\Selection;
use Herald\Notice\Notice as Declared;
use Herald\Record\Field;
use Herald\Record\Recipient;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Source;
use Herald\Record\Vocabulary;
use Herald\Render\AskedQuestion;
use Herald\Render\CompiledMessage;
use Herald\Render\MessageData;
use Herald\Value\Type;
use Illuminate\Database\Eloquent\Builder;

/** What a message is about: a record, parameters, a recipient, a moment, and what add-ons handed in. The beginning of every message, whatever asks for it. */
final readonly class Matter
{
    /**
     * @param  array<string, mixed>  $record  normalised
     * @param  array<string, mixed>  $given  normalised
     * @param  array<string, HandedOver>  $slots  by key
     * @param  array<string, array{value: string, at: string}>  $responses  what was answered about the record until now
     * @param  array<string, array<array-key, mixed>>  $one  where it goes to each of several: the one that it is for, by root
     * @param  Event|null  $event  what set it off
     */
    private function __construct(private int $sourceId, private int $recordId, public RecordType $type, public array $record, public array $given, public Recipient $recipient, public \DateTimeImmutable $moment, public array $slots, private array $responses, private array $one = [], private ?Event $event = null)
    {
    }

    /**
     * What a due is about: the record as it was when it was set off, the parameters that came with the event or were given by hand.
     *
     * @param  \DateTimeImmutable|null  $moment  another than the one that it is
     *
     * @throws InvalidDocument when record or parameters do not fit what is declared today
     */
    public static function ofDue(Due $due, Declared $notice, RecordType $type, ?\DateTimeImmutable $moment = null): self
    {
        $event = $due->event;
        $kept = RecordRevision::query()->where(['record_id' => $due->record_id, 'revision' => $due->record_revision])->first();
        $record = RecordReader::read($type, $kept->data ?? $due->loadMissing('record')->record->data, $type->name->in('en'));
        $given = RecordReader::given($notice->given, $event->given ?? $due->given ?? [], "parameters of {$notice->key}");

        $matter = self::about($due->source_id, $due->record_id, $notice, $type, $record, $given, HandedOver::with($event, $notice), $type->questions === [] ? [] : $due->loadMissing('record')->record->responses ?? [], $event, $moment);
        $each = $notice->recipient->each;

        return $each === null || $due->part_of === null ? $matter : $matter->for($notice, static fn (array $data): array => Spread::of($due, $notice, $each, $data));
    }

    /**
     * What a message is about that a person sets off for a record as it stands: no add-on hands anything in.
     *
     * @param  array<array-key, mixed>  $given
     *
     * @throws InvalidDocument when record or parameters do not fit what is declared
     */
    public static function byHand(Declared $notice, RecordType $type, Record $record, array $given): self
    {
        return self::about($record->source_id, $record->id, $notice, $type, RecordReader::read($type, $record->data, $record->key), RecordReader::given($notice->given, $given, 'given'), [], $record->responses ?? [])->shownTo($notice, $record);
    }

    /**
     * What a message would be about for a record that is to be changed.
     *
     * @param  array<string, mixed>  $after  normalised
     * @param  array<string, mixed>  $given  normalised
     */
    public static function changed(Declared $notice, RecordType $type, Record $record, array $after, array $given): self
    {
        return self::about($record->source_id, $record->id, $notice, $type, $after, $given, [], $record->responses ?? [])->shownTo($notice, $record);
    }

    /**
     * What a notice would be about, for a record as it stands, with parameters to show: those that are given, and examples of the others.
     *
     * @param  array<array-key, mixed>  $given
     *
     * @throws InvalidDocument when those that are given do not fit what is declared
     */
    public static function ofRecord(?Declared $notice, RecordType $type, Record $record, array $given = []): self
    {
        $declared = $notice->given ?? [];
        $given = array_filter(array_intersect_key($given, $declared), static fn (mixed $value): bool => ! in_array($value, [null, ''], true));
        $read = RecordReader::given(array_intersect_key($declared, $given), $given, 'given');

        return self::about($record->source_id, $record->id, $notice, $type, RecordReader::read($type, $record->data, $record->key), array_replace(array_map(self::example(...), $declared), $read), $notice === null ? [] : HandedOver::toShow($record, $notice), $record->responses ?? [], self::lastEvent($record, $notice))->shownTo($notice, $record);
    }

    /**
     * All that a message may name, by root.
     *
     * @param  string|null  $id  of the dispatch; null for what is only shown
     * @param  (\Closure(AskedQuestion, string): string)|null  $answering  where its questions are answered, see {@see AnswerLinks}
     */
    public function messageData(Source $source, ?CompiledMessage $message, ?string $id = null, ?\Closure $answering = null): MessageData
    {
        $messageData = MessageData::of($this->type, $this->record, $source, $this->recipient, $this->moment, $this->given, $message, ...($id === null ? [] : ['id' => $id]), slots: $message === null ? [] : array_map(static fn (HandedOver $slot): array => $slot->pieces(), $this->slots), responses: $this->responses, answering: $answering, one: $this->one);
        $asked = $message?->asked() ?? [];
        if ($message === null || $asked === []) {
            return $messageData;
        }
        $from = SourceModel::query()->findOrFail($this->sourceId);

        return $messageData->with(array_map(fn (Selection $records): array => OtherRecords::found($from, $records, $messageData->data, [$this->type->key, $this->recordId], $message->readsOf($records->item)), $asked));
    }

    /**
     * The same for one of those that it goes to.
     *
     * @param  \Closure(array<string, mixed>): array<string, array<array-key, mixed>>  $find  the one, by root, from what else may be named
     */
    private function for(Declared $notice, \Closure $find): self
    {
        $data = $this->around();
        $one = $find($data);

        return new self($this->sourceId, $this->recordId, $this->type, $this->record, $this->given, $notice->recipient->resolve([...$data, ...$one]), $this->moment, $this->slots, $this->responses, $one, $this->event);
    }

    private function shownTo(?Declared $notice, Record $record): self
    {
        $each = $notice?->recipient->each;

        return $notice === null || $each === null ? $this : $this->for($notice, static fn (array $data): array => Spread::example($record->loadMissing('source')->source, $each, $data));
    }

    /**
     * What may be said of it in conditions.
     *
     * @return array<string, mixed> by root
     */
    public function around(): array
    {
        $source = SourceModel::query()->findOrFail($this->sourceId)->manifest()->source;

        return $this->messageData($source, null)->data;
    }

    /**
     * What may be asked of it to tell who answers: the same, and what set it off.
     *
     * @return array<string, mixed> by root
     */
    public function asked(): array
    {
        return [...$this->type->key === Vocabulary::EVENT ? [] : [Vocabulary::EVENT => ['name' => $this->event?->name, 'at' => $this->event?->created_at->toIso8601ZuluString()]], ...$this->around()];
    }

    /**
     * @param  array<string, mixed>  $record
     * @param  array<string, mixed>  $given
     * @param  array<string, HandedOver>  $slots
     * @param  array<string, array{value: string, at: string}>  $responses
     */
    private static function about(int $sourceId, int $recordId, ?Declared $notice, RecordType $type, array $record, array $given, array $slots, array $responses, ?Event $event = null, ?\DateTimeImmutable $moment = null): self
    {
        return new self($sourceId, $recordId, $type, $record, $given, $notice?->recipient->resolve([$type->key => $record, 'given' => $given]) ?? new Recipient(null), $moment ?? Clock::now()->toDateTimeImmutable(), $slots, $responses, [], $event);
    }

    /** What was the last to set the notice off for a record, for what is only shown. */
    private static function lastEvent(Record $record, ?Declared $notice): ?Event
    {
        return $notice === null ? null : Event::query()->where('record_id', $record->id)->whereHas('dues.notice', static fn (Builder $asked) => $asked->where('key', $notice->key))->latest('id')->first();
    }

    private static function example(Field $field): mixed
    {
        if ($field->default !== null) {
            return RecordReader::given([$field->key => $field], [], 'given')[$field->key];
        }

        return $field->type instanceof Type\Text ? '('.$field->label->in('en').', given with the event)' : $field->type->nothing();
    }
}
