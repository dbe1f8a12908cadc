<?php

declare(strict_types=1);

namespace App\Models;

use App\Timing\Clock;
use Carbon\CarbonImmutable;
use Composer\Pcre\Preg;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * One setting-off of a notice about a record, that is to come or is here. There is one for each notice, record and occasion. It becomes a dispatch.
 *
 * @property int $id
 * @property int $source_id
 * @property int $notice_id
 * @property int $record_id
 * @property int|null $event_id
 * @property string $occasion `event:ID`, `mailing:ID`, `response:ID:n`, `date:PATH:ANCHOR:n`, `follow:DISPATCH:n`
 * @property string|null $anchor the date in the record that it counts from, in normal form; null where it goes by none
 * @property string|null $local_time what clocks show there when it is due
 * @property string|null $zone IANA name of the zone
 * @property CarbonImmutable|null $expires_at after which it is too late; by the clock of the work
 * @property CarbonImmutable|null $try_at by the machine's clock, when a worker was called for it or is to try it again; null while nobody was called
 * @property int|null $spread_after of one that goes to each of several: the id of the record up to which it has come
 * @property int|null $part_of of one that came of such a due: the id of that
 * @property int|null $of_record of one that came of such a due: the record of another type that it is for
 * @property bool $by_hand whether a person set it off, or said when
 * @property array<string, mixed>|null $given parameters that a person gave, sealed; those of an event stay with it
 * @property int|null $user_id who set it off by hand
 * @property CarbonImmutable $due_at by the clock of the work
 * @property int $record_revision the record is used as it was in this revision
 * @property DueState $state
 * @property string $reason what set it off
 * @property string|null $state_reason
 * @property int $attempts
 * @property-read Source $source
 * @property-read Notice $notice
 * @property-read Record $record
 * @property-read ?Event $event
 * @property-read ?User $user
 * @property-read ?Dispatch $dispatch
 */
final class Due extends Model
{
    use Leased;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['state' => DueState::class, 'due_at' => 'datetime', 'lease_until' => 'datetime', 'given' => 'array', 'by_hand' => 'boolean', 'try_at' => 'datetime', 'expires_at' => 'datetime'];
    }

    private static function free(): \BackedEnum
    {
        return DueState::Waiting;
    }

    private static function taken(): \BackedEnum
    {
        return DueState::Working;
    }

    private static function ripe(Builder $dues): Builder
    {
        return $dues->where('try_at', '<=', now())->where('due_at', '<=', Clock::now());
    }

    /**
     * Changes it while it is still in a state, and no worker has it.
     *
     * @param  array<string, mixed>  $changes
     * @return bool whether it was
     */
    public function move(array $changes, DueState $from = DueState::Waiting): bool
    {
        return self::query()->whereKey($this->id)->where('state', $from)->update($changes) === 1;
    }

    /** The message that it follows; null where it follows none. */
    public function followed(): ?Dispatch
    {
        return Preg::isMatch('/^follow:([0-9a-z]{26}):/i', $this->occasion, $of) ? Dispatch::query()->where('source_id', $this->source_id)->find($of[1]) : null;
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

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasOne<Dispatch, $this> */
    public function dispatch(): HasOne
    {
        return $this->hasOne(Dispatch::class);
    }
}
