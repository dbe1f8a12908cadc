<?php

declare(strict_types=1);

namespace App\Models;

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
 * @property-read Record $record
 * @property-read ?User $user who made the change, in the interface
 * @property-read \Illuminate\Support\Carbon $created_at
 */
final class Event extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['origin' => EventOrigin::class];
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

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }
}
