<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\Builder as QueryBuilder;

/**
 * A message that a source sent itself, as it tells us.
 *
 * @property int $id
 * @property int $notice_id
 * @property int $record_id
 * @property string $told_id
 * @property string|null $occasion `event:ID`
 * @property string|null $address
 * @property CarbonImmutable $sent_at
 * @property CarbonImmutable $created_at
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
                ->orWhereExists(self::toOne(...))
                ->orWhere(static fn ($near) => $near->whereNull('told_sent.occasion')->whereColumn('dispatches.created_at', '>=', 'told_sent.near_from')->whereColumn('dispatches.created_at', '<=', 'told_sent.near_until'))));
    }

    /** Of what goes to each of several: whether it went to the one that the source names, or to any where it names none. */
    private static function toOne(QueryBuilder $part): void
    {
        $part->selectRaw('1')->from('dues as part')->join('dues as whole', 'whole.id', '=', 'part.part_of')->whereColumn('part.id', 'dispatches.due_id')->whereColumn('whole.occasion', 'told_sent.occasion')
            ->where(static fn (QueryBuilder $named) => $named->whereNull('told_sent.address')
                ->orWhereExists(static fn (QueryBuilder $to) => $to->selectRaw('1')->from('dispatch_recipients')->whereColumn('dispatch_recipients.dispatch_id', 'dispatches.id')->whereRaw('lower(dispatch_recipients.address) = lower(told_sent.address)')));
    }

    /** @return BelongsTo<Record, $this> */
    public function record(): BelongsTo
    {
        return $this->belongsTo(Record::class);
    }
}
