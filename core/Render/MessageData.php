<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Document\Fault;
use Herald\Document\Faults;
use Herald\Record\Recipient;
use Herald\Record\RecordType;
use Herald\Record\Source;
use Herald\Record\Vocabulary;
use Herald\Value\Moment;

/** All that a message may name, as plain arrays: what {@see \Herald\Record\Vocabulary} declares, with its values. */
final readonly class MessageData
{
    /** Stands for the number of a message that is only shown. */
    public const SAMPLE = '01SAMPLE000000000000000000';

    /**
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  Source  $source  whose zone and region are followed where the data have none of their own
     * @param  list<Fault>  $uncomputed  why fields have no value that is computed, by their paths
     */
    private function __construct(public array $data, public Source $source, public array $uncomputed = [])
    {
    }

    /**
     * @param  array<string, mixed>  $record  normalised data, see {@see \Herald\Record\RecordReader}
     * @param  array<string, mixed>  $given  normalised parameters
     * @param  CompiledMessage|null  $message  that is to be filled: its brand is named
     * @param  string  $id  that tells it from every other message; a sample for what is only shown
     * @param  array<string, list<array<string, mixed>>>  $slots  what add-ons handed in, as pieces, by the key of the slot
     * @param  array<string, array{value: string, at: string}>  $responses  the latest answers about the record, by the key of the question
     * @param  array<string, array<array-key, mixed>>  $one  of a message that goes to each of several: the one that it is for, by root
     * @param  (\Closure(AskedQuestion, string): string)|null  $answering  the address where an answer is given, from the question and the answer's value; null for addresses that lead nowhere
     */
    public static function of(RecordType $type, array $record, Source $source, ?Recipient $recipient, \DateTimeImmutable $now, array $given = [], ?CompiledMessage $message = null, string $id = self::SAMPLE, array $slots = [], array $responses = [], ?\Closure $answering = null, array $one = []): self
    {
        $moment = Moment::text($now);

        $faults = new Faults;
        $answers = [];
        foreach ($message->questions ?? [] as $question) {
            foreach ($question->values() as $value) {
                $answers[$question->key][$value] = $answering === null ? "{$source->url}#{$question->key}" : $answering($question, $value);
            }
        }

        return new self([
            ...$one,
            $type->key => $type->computed($record, $moment, $source->zone, $faults),
            'given' => $given,
            'source' => $source->toArray(),
            'recipient' => [
                'name' => $recipient?->name,
                'address' => $recipient?->address,
                'language' => $recipient?->language,
            ],
            'brand' => ['name' => $message->brand['name'] ?? '', 'legal' => $message->brand['legal'] ?? $source->legal],
            'now' => $moment,
            'message' => ['id' => $id],
            'slots' => $slots,
            ...($type->questions === [] ? [] : [Vocabulary::RESPONSE => $type->responses($responses)]),
            ...($answers === [] ? [] : [Vocabulary::ANSWERS => $answers]),
        ], $source, $faults->all());
    }

    /**
     * The same with records that were looked for.
     *
     * @param  array<int, list<array<string, mixed>>>  $records  by the number of the selection, see {@see CompiledMessage::asked}
     */
    public function with(array $records): self
    {
        return new self([...$this->data, Vocabulary::RECORDS => $records], $this->source, $this->uncomputed);
    }

    /**
     * Takes up the data that was kept with a dispatch.
     *
     * @param  array<string, mixed>  $data
     */
    public static function kept(array $data, Source $source): self
    {
        return new self($data, $source);
    }
}
