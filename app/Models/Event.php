<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * Something that happened to a record. Its id is the occasion of what it sets off.
 *
 * @property int $id
 * @property string $event_id the source's own id, or one of ours for a change made in the interface
 * @property string $name
 * @property EventOrigin $origin
 * @property string $body_hash
 * @property int|null $record_revision the revision in which it left its record
 * @property int|null $revision_before the revision that it found its record in, 0 where the record was not known; null for events from before this was kept
 * @property array<array-key, mixed> $given parameters as they came, secrets sealed
 * @property array<string, array<string, mixed>>|null $slots what add-ons handed in, as it came, by the key of the slot
 * @property string|null $data as they came, where they do not fit the record type, JSON, secrets sealed
 * @property string|null $fault why they do not
 * @property list<array{notice: string, set_off: bool, reason: string, left_to_source: bool}> $verdicts what each notice said that speaks of it
 * @property-read Record $record
 * @property-read ?User $user who made the change, in the interface
 * @property-read \Carbon\CarbonImmutable $created_at
 */
final class Event extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['origin' => EventOrigin::class, 'given' => 'array', 'slots' => 'array', 'verdicts' => 'array'];
    }

    /**
     * Those whose data did not fit when they were tried last.
     *
     * @param  Builder<self>  $events
     */
    public function scopeMisfit(Builder $events): void
    {
        $events->whereNotNull('events.data');
    }

    /** @return BelongsTo<Record, $this> */
    public function record(): BelongsTo
    {
        return $this->belongsTo(Record::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasMany<Due, $this> */
    public function dues(): HasMany
    {
        return $this->hasMany(Due::class);
    }

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }
}
