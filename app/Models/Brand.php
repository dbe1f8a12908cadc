<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;

/**
 * @property int $id
 * @property int $source_id
 * @property string $key
 * @property string $name
 * @property bool $is_default
 * @property Carbon $updated_at
 * @property-read Source $source
 * @property-read ?BrandVersion $latestVersion
 * @property-read ?BrandDraft $draft
 */
final class Brand extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['is_default' => 'boolean'];
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return HasMany<BrandVersion, $this> */
    public function versions(): HasMany
    {
        return $this->hasMany(BrandVersion::class);
    }

    /** @return HasOne<BrandVersion, $this> */
    public function latestVersion(): HasOne
    {
        return $this->hasOne(BrandVersion::class)->ofMany('number', 'max');
    }

    /** @return HasOne<BrandDraft, $this> */
    public function draft(): HasOne
    {
        return $this->hasOne(BrandDraft::class);
    }
}
