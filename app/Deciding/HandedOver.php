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
final readonly class HandedOver
{
    /**
     * @param  list<array<string, mixed>>  $pieces  see {@see AddOnContent}
     * @param  CarbonImmutable|null  $at  when the event came it is of; null for a sample
     * @param  string|null  $fault  why what came cannot be shown
     */
    private function __construct(public Slot $slot, public array $pieces, public ?CarbonImmutable $at, public ?string $fault = null)
    {
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
            try {
                $slots[$key] = new self($slot, AddOnContent::read($event->slots[$key] ?? [], "“{$slot->label}”"), $event?->created_at);
            } catch (InvalidDocument $e) {
                $slots[$key] = new self($slot, [], $event?->created_at, $e->getMessage());
            }
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

        return [...array_map(static fn (Slot $slot): self => new self($slot, $slot->sample(), null), $notice->slots), ...self::with($event, $notice)];
    }
}
