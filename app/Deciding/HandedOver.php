<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\Event;
use App\Models\Record;
use Carbon\CarbonImmutable;
use Herald\Block\AddOnContent;
use Herald\Document\InvalidDocument;
use Herald\Notice\Notice as Declared;
use Herald\Notice\Slot;

/** What stands in one slot of a message: what an add-on handed in with its event, or the sample that the manifest has of it. */
final class HandedOver
{
    /** @var array{list<array<string, mixed>>, string|null}|null the pieces, and why there are none */
    private ?array $opened = null;

    /**
     * @param  array<array-key, mixed>|null  $content  as it came; null for the sample
     * @param  CarbonImmutable|null  $at  when the event came it is of; null for a sample
     */
    private function __construct(public readonly Slot $slot, private readonly ?array $content, public readonly ?CarbonImmutable $at)
    {
    }

    /**
     * Opened when a message is made of it: what only asks which template is used never reads it.
     *
     * @return list<array<string, mixed>> see {@see AddOnContent}
     */
    public function pieces(): array
    {
        return $this->opened()[0];
    }

    /** Why what came cannot be shown. */
    public function fault(): ?string
    {
        return $this->opened()[1];
    }

    /**
     * @return array{list<array<string, mixed>>, string|null}
     */
    private function opened(): array
    {
        try {
            return $this->opened ??= [$this->content === null ? $this->slot->sample() : AddOnContent::read($this->content, "“{$this->slot->label}”"), null];
        } catch (InvalidDocument $e) {
            return $this->opened = [[], $e->getMessage()];
        }
    }

    /**
     * What came with an event for the slots of a notice. What cannot be read is left out, and says why: no content of an add-on keeps a message from going out.
     *
     * @return array<string, self> by the key of the slot
     */
    public static function with(?Event $event, Declared $notice): array
    {
        $slots = [];
        foreach (array_intersect_key($notice->slots, $event->slots ?? []) as $key => $slot) {
            $slots[$key] = new self($slot, $event->slots[$key] ?? [], $event?->created_at);
        }

        return $slots;
    }

    /**
     * What is shown of a record: what came with its last event that brought anything, and samples of the rest.
     *
     * @return array<string, self>
     */
    public static function toShow(Record $record, Declared $notice): array
    {
        if ($notice->slots === []) {
            return [];
        }
        $event = Event::query()->where('record_id', $record->id)->whereNotNull('slots')->latest('id')->first();

        return [...array_map(static fn (Slot $slot): self => new self($slot, null, null), $notice->slots), ...self::with($event, $notice)];
    }
}
