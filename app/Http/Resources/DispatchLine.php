<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Dispatch;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * A dispatch as lists show it. Expects notice.source, record, to and edition.templateVersion to be loaded.
 *
 * @property Dispatch $resource
 */
final class DispatchLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        $dispatch = $this->resource;
        $version = $dispatch->edition?->templateVersion;

        return [
            'id' => $dispatch->id, 'notice' => $dispatch->notice->key, 'notice_name' => $dispatch->notice->called(),
            'record_type' => $dispatch->record->type, 'record' => $dispatch->record->key,
            'recipient' => $dispatch->to?->address, 'recipient_name' => $dispatch->to?->name,
            'reason' => $dispatch->reason, 'state' => $dispatch->state->value, 'state_reason' => $dispatch->state_reason,
            'language' => $dispatch->language, 'edition' => match (true) {
                $dispatch->edition === null => null,
                $version === null => $dispatch->edition->brand_version_id === null ? 'built-in' : 'built-in, framed',
                default => "version {$version->number}",
            }, 'needs_look' => $dispatch->needs_look, 'closed' => $dispatch->closed_at !== null,
            'subject' => $dispatch->subject, 'at' => $dispatch->created_at->toIso8601ZuluString(),
        ];
    }
}
