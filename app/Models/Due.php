<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;

/**
 * One setting-off of a notice about a record, that is to come or is here. There is one for each notice, record and occasion. It becomes a dispatch.
 *
 * @property int $id
 * @property int $source_id
 * @property int $notice_id
 * @property int $record_id
 * @property int|null $event_id
 * @property string $occasion `event:ID`
 * @property Carbon $due_at
 * @property int $record_revision the record is used as it was in this revision
 * @property DueState $state
 * @property string $reason what set it off
 * @property string|null $state_reason
 * @property int $attempts
 * @property-read Source $source
 * @property-read Notice $notice
 * @property-read Record $record
 * @property-read ?Event $event
 * @property-read ?Dispatch $dispatch
 */
final class Due extends Model
{
    use Leased;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['state' => DueState::class, 'due_at' => 'datetime', 'lease_until' => 'datetime'];
    }

    private static function free(): \BackedEnum
    {
        return DueState::Waiting;
    }

    private static function taken(): \BackedEnum
    {
        return DueState::Working;
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return BelongsTo<Notice, $this> */
    public function notice(): BelongsTo
    {
        return $this->belongsTo(Notice::class);
    }

    /** @return BelongsTo<Record, $this> */
    public function record(): BelongsTo
    {
        return $this->belongsTo(Record::class);
    }

    /** @return BelongsTo<Event, $this> */
    public function event(): BelongsTo
    {
        return $this->belongsTo(Event::class);
    }

    /** @return HasOne<Dispatch, $this> */
    public function dispatch(): HasOne
    {
        return $this->hasOne(Dispatch::class);
    }
}
