<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Herald\Value\Moment;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One answer that somebody gave from a message. All are kept; the latest stands with its record.
 *
 * @property int $id
 * @property int $record_id
 * @property string $dispatch_id
 * @property string $record_type
 * @property string $key of the question
 * @property string $value
 * @property int $turn how many were given before it from the same message
 * @property CarbonImmutable $answered_at by the clock of the work
 * @property-read Record $record
 * @property-read Dispatch $dispatch
 */
final class Response extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['answered_at' => 'datetime'];
    }

    /**
     * The latest answers from one message.
     *
     * @return array<string, array{value: string, at: string}> by the key of the question, as records keep theirs
     */
    public static function answersTo(Dispatch $dispatch): array
    {
        return self::query()->where('dispatch_id', $dispatch->id)->orderBy('turn')->get()->mapWithKeys(static fn (self $one): array => [$one->key => ['value' => $one->value, 'at' => Moment::text($one->answered_at->toDateTimeImmutable())]])->all();
    }

    /** @return BelongsTo<Record, $this> */
    public function record(): BelongsTo
    {
        return $this->belongsTo(Record::class);
    }

    /** @return BelongsTo<Dispatch, $this> */
    public function dispatch(): BelongsTo
    {
        return $this->belongsTo(Dispatch::class);
    }
}
