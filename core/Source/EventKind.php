<?php

declare(strict_types=1);

namespace Herald\Source;

use Herald\Record\RecordType;
use Herald\Record\Vocabulary;

/** A kind of event on records of one type: one that the source raises, or that somebody has answered what a message asked. */
final readonly class EventKind
{
    /**
     * @param  string  $label  in words: "order placed"
     * @param  bool  $isChange  whether it is the one raised when a record of the type is changed, here too
     */
    public function __construct(public string $name, public string $recordType, public string $label, public bool $isChange)
    {
    }

    /**
     * The events that come of what people answer about records of a type.
     *
     * @return array<string, self> by name
     */
    public static function answersOf(RecordType $type): array
    {
        $events = [];
        foreach ($type->questions as $question) {
            $name = self::answered($question->key);
            $events[$name] = new self($name, $type->key, "answer to “{$question->label->in('en')}”", false);
        }

        return $events;
    }

    /** The name of the event that something is answered. */
    public static function answered(string $question): string
    {
        return Vocabulary::RESPONSE.".{$question}";
    }
}
