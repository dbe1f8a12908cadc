<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Claim\Days;
use Herald\Condition\Verdict;
use Herald\Document\Node;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * Claims that are switched on together: a season, a sub-brand, one event. While it is on, they stand above the notices' own.
 *
 * @property int $id
 * @property int $source_id
 * @property string $key
 * @property string $name
 * @property int $rank those of several that are on stand in this order
 * @property int|null $brand_id
 * @property string|null $first_day
 * @property string|null $last_day
 * @property bool $active whether it is switched on, on the days that it has
 * @property int $revision
 * @property-read int $claims_count where it is counted
 * @property-read ?Brand $brand what its messages wear
 * @property-read Source $source
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 */
final class ClaimCollection extends Model
{
    protected $table = 'collections';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['active' => 'boolean'];
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return BelongsTo<Brand, $this> */
    public function brand(): BelongsTo
    {
        return $this->belongsTo(Brand::class);
    }

    /** @return HasMany<Claim, $this> */
    public function claims(): HasMany
    {
        return $this->hasMany(Claim::class, 'collection_id')->orderBy('position');
    }

    /** The days on which it holds. */
    public function days(string $zone): Days
    {
        return Days::read(new Node(array_filter(['from' => $this->first_day, 'until' => $this->last_day]), '', $this->name), $zone);
    }

    /** Whether it is on at a moment, and why not. */
    public function judge(\DateTimeImmutable $now, string $zone): Verdict
    {
        $verdict = $this->active ? $this->days($zone)->judge($now) : new Verdict(false, 'it is switched off');

        return $verdict->holds ? $verdict : new Verdict(false, "{$this->name} is not on: {$verdict->reason}");
    }
}
