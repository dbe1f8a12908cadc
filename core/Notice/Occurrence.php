<?php

declare(strict_types=1);

namespace Herald\Notice;

/** What happened to a record: an event, with the record as it was and as it is. */
final readonly class Occurrence
{
    /**
     * @param  string  $event  the event's name in the manifest, e.g. "order.placed"
     * @param  array<string, mixed>|null  $before  normalised data; null when the record was not known
     * @param  array<string, mixed>  $after  normalised data
     */
    public function __construct(public string $event, public string $recordType, public ?array $before, public array $after)
    {
    }
}
