<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Due;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * A message that goes by a date, as lists show it. Expects source, notice and record to be loaded.
 *
 * @property Due $resource
 */
final class DueLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        $due = $this->resource;
        $manifest = $due->source->manifest();
        $declared = $manifest->notices[$due->notice->key] ?? null;
        $type = $declared === null ? null : $manifest->recordTypes[$declared->recordType];
        $data = $type === null ? null : $due->record->read($type);
        $recipient = $declared === null || $type === null || $data === null ? null : $declared->recipient->resolve([$type->key => $data]);
        $there = $due->due_at->setTimezone($manifest->source->zone);

        return [
            'id' => $due->id, 'notice' => $due->notice->key, 'notice_name' => $declared->name ?? $due->notice->key, 'audience_label' => $declared->audienceLabel ?? '',
            'record_type' => $due->record->type, 'record' => $due->record->key,
            'recipient' => $recipient?->address, 'recipient_name' => $declared?->recipient->each?->inWords() ?? $recipient?->name,
            'at' => $due->due_at->toIso8601ZuluString(), 'day' => $there->format('Y-m-d'), 'time' => $there->format('H:i'),
            'there' => $due->zone === null || $due->zone === $manifest->source->zone ? null : "{$due->local_time} in {$due->zone}",
            'reason' => $due->reason, 'state' => $due->state->value, 'state_reason' => $due->state_reason,
        ];
    }
}
