<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Response;
use App\Models\Source;
use Herald\Record\Question;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * An answer as lists show it. Expects record and dispatch.notice.source to be loaded.
 *
 * @property Response $resource
 */
final class AnswerLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        $one = $this->resource;
        $question = self::question($one->dispatch->notice->source, $one->record_type, $one->key);

        return [
            'id' => $one->id, 'key' => $one->key, 'label' => $question?->label->in('en') ?? Question::readable($one->key), 'answer' => $question?->inWords($one->value) ?? $one->value,
            'changed' => $one->turn > 0, 'at' => $one->answered_at->toIso8601ZuluString(),
            'record_type' => $one->record_type, 'record' => $one->record->key, 'dispatch' => $one->dispatch_id, 'notice_name' => $one->dispatch->notice->called(),
            'recipient' => $one->dispatch->to?->address,
        ];
    }

    public static function question(Source $source, string $type, string $key): ?Question
    {
        return ($source->manifest()->recordTypes[$type] ?? null)?->questions[$key] ?? null;
    }
}
