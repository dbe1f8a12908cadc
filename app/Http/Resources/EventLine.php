<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Event;
use App\Models\Source;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * An event as lists show it, with what each notice said of it. Expects its record to be loaded.
 *
 * @property Event $resource
 */
final class EventLine extends JsonResource
{
    public static $wrap = null;

    public function __construct(Event $event, private readonly Source $source)
    {
        parent::__construct($event);
    }

    public function toArray(Request $request): array
    {
        $event = $this->resource;
        $notices = $this->source->manifest()->notices;
        $kind = $this->source->manifest()->events[$event->name] ?? null;

        return [
            'id' => $event->id, 'event_id' => $event->event_id, 'name' => $event->name, 'label' => $kind->label ?? $event->name, 'origin' => $event->origin->value,
            'record_type' => $event->record->type, 'record' => $event->record->key, 'at' => $event->created_at->toIso8601ZuluString(),
            'fits' => $event->data === null, 'fault' => $event->data === null ? null : $event->fault,
            'notices' => array_map(static fn (array $verdict): array => [
                'notice' => $verdict['notice'], 'name' => isset($notices[$verdict['notice']]) ? "{$notices[$verdict['notice']]->name}, to {$notices[$verdict['notice']]->audienceLabel}" : $verdict['notice'],
                'set_off' => $verdict['set_off'], 'reason' => $verdict['reason'], 'left_to_source' => $verdict['left_to_source'],
            ], $event->verdicts),
        ];
    }
}
