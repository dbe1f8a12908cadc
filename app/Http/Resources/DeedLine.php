<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Spatie\Activitylog\Models\Activity;

/**
 * What was done, by whom, from where. Expects causer to be loaded.
 *
 * @property Activity $resource
 */
final class DeedLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        $deed = $this->resource;
        [$before, $after] = [(array) $deed->getExtraProperty('before', []), (array) $deed->getExtraProperty('after', [])];

        return [
            'id' => (int) $deed->getKey(), 'event' => $deed->event, 'what' => $deed->description, 'who' => $deed->causer?->getAttribute('name'), 'from' => $deed->getAttribute('origin'),
            'at' => $deed->created_at?->toIso8601ZuluString(), 'until' => $deed->updated_at?->toIso8601ZuluString(), 'times' => (int) $deed->getExtraProperty('times', 1),
            'changes' => array_map(static fn (string $name): array => ['name' => $name, 'before' => self::told($before[$name] ?? null), 'after' => self::told($after[$name] ?? null)], array_keys(array_filter($before + $after, static fn (mixed $_, string $name): bool => ($before[$name] ?? null) !== ($after[$name] ?? null), ARRAY_FILTER_USE_BOTH))),
        ];
    }

    private static function told(mixed $value): ?string
    {
        return $value === null || is_scalar($value) ? ($value === null ? null : (string) $value) : json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
