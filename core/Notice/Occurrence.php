<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Record\EarlierState;
use Herald\Record\Path;
use Herald\Record\Vocabulary;

/** What happened to a record: an event, with the record as it was and as it is, and what people have answered about it. */
final readonly class Occurrence
{
    /**
     * @param  string  $event  the event's name in the manifest, e.g. "order.placed"
     * @param  EarlierState|null  $before  null when the record was not known
     * @param  array<string, mixed>  $after  normalised data
     * @param  array<string, mixed>  $answeredBefore  what people had answered until then, as variables have it
     * @param  array<string, mixed>  $answered  what they have answered now
     * @param  bool  $again  whether it is an answer in place of one that was given before
     */
    public function __construct(public string $event, public string $recordType, public ?EarlierState $before, public array $after, private array $answeredBefore = [], private array $answered = [], public bool $again = false)
    {
    }

    /**
     * @return array<string, mixed>|null all that conditions may ask for as it was, by root; null when the record was not known
     */
    public function was(): ?array
    {
        return $this->before === null ? null : [$this->recordType => $this->before->data, Vocabulary::RESPONSE => $this->answeredBefore];
    }

    /**
     * @return array<string, mixed> the same as it is now
     */
    public function is(): array
    {
        return [$this->recordType => $this->after, Vocabulary::RESPONSE => $this->answered];
    }

    /** Whether the earlier state does not tell what stood at a path, or lay above or beneath it. */
    public function wasUnknown(Path $path): bool
    {
        foreach ($this->before->unknown ?? [] as $unknown) {
            if (str_starts_with("{$this->recordType}.{$unknown}.", "{$path}.") || str_starts_with("{$path}.", "{$this->recordType}.{$unknown}.")) {
                return true;
            }
        }

        return false;
    }
}
