<?php

declare(strict_types=1);

namespace Herald\Source;

/** A kind of event that the source raises on records of one type. */
final readonly class EventKind
{
    /**
     * @param  string  $label  in words: "order placed"
     * @param  bool  $isChange  whether it is the one raised when a record of the type is changed, here too
     */
    public function __construct(public string $name, public string $recordType, public string $label, public bool $isChange)
    {
    }
}
