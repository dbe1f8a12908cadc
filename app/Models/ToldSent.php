<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A message that a source sent itself, as it tells us.
 *
 * @property int $id
 * @property int $notice_id
 * @property int $record_id
 * @property string $told_id
 * @property string|null $occasion `event:ID`
 * @property string|null $address
 * @property Carbon $sent_at
 * @property Carbon $created_at
 * @property-read Record $record
 */
final class ToldSent extends Model
{
    protected $table = 'told_sent';

    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['sent_at' => 'datetime', 'near_from' => 'datetime', 'near_until' => 'datetime'];
    }

    /**
     * Those for whose occasion a message went out from here as well.
     *
     * @param  Builder<self>  $query
     */
    public function scopeDoubled(Builder $query): void
    {
        $query->whereExists(static fn ($ours) => $ours->selectRaw('1')->from('dispatches')->whereColumn('dispatches.notice_id', 'told_sent.notice_id')->whereColumn('dispatches.record_id', 'told_sent.record_id')
            ->whereIn('dispatches.state', [DispatchState::Queued->value, DispatchState::Sending->value, DispatchState::Sent->value, DispatchState::Uncertain->value])
            ->where(static fn ($same) => $same->whereColumn('dispatches.occasion', 'told_sent.occasion')
                ->orWhere(static fn ($near) => $near->whereNull('told_sent.occasion')->whereColumn('dispatches.created_at', '>=', 'told_sent.near_from')->whereColumn('dispatches.created_at', '<=', 'told_sent.near_until'))));
    }

    /** @return BelongsTo<Record, $this> */
    public function record(): BelongsTo
    {
        return $this->belongsTo(Record::class);
    }
}
