<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Block\AddOnContent;

/** A place in a notice for content that an add-on hands in with the event. */
final readonly class Slot
{
    /**
     * @param  string|null  $from  who hands it in, as people call it: "Parcel tracking"
     * @param  array<array-key, mixed>  $sample  content to show where none has come, as it would be handed in; empty for none
     */
    public function __construct(public string $key, public string $label, public ?string $from, private array $sample)
    {
    }

    /**
     * @return list<array<string, mixed>> pieces, see {@see AddOnContent}
     *
     * @throws \Herald\Document\InvalidDocument when the sample cannot be read
     */
    public function sample(): array
    {
        return $this->sample === [] ? [] : AddOnContent::read($this->sample, "sample of the slot {$this->key}");
    }
}
