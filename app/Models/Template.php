<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Document\Json;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;

/**
 * @property int $id
 * @property string $key
 * @property string $name
 * @property string $folder
 * @property string $record_type
 * @property string|null $notice the key of the notice it is written for
 * @property Carbon|null $archived_at
 * @property Carbon $updated_at
 * @property-read Source $source
 * @property-read ?TemplateVersion $latestVersion
 * @property-read ?Draft $draft
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 */
final class Template extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['archived_at' => 'datetime'];
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return HasMany<TemplateVersion, $this> */
    public function versions(): HasMany
    {
        return $this->hasMany(TemplateVersion::class);
    }

    /** @return HasOne<TemplateVersion, $this> */
    public function latestVersion(): HasOne
    {
        return $this->hasOne(TemplateVersion::class)->ofMany('number', 'max');
    }

    /** @return HasOne<Draft, $this> */
    public function draft(): HasOne
    {
        return $this->hasOne(Draft::class);
    }

    /**
     * @return list<string> the keys of the brands that its draft and its newest version name
     */
    public function brands(): array
    {
        $documents = array_filter([$this->draft?->document, $this->latestVersion?->document]);

        return array_values(array_filter(array_map(fn (string $document): ?string => Json::ofText($document, $this->name)->node()->optionalString('brand'), $documents)));
    }

    /** @return HasMany<Claim, $this> */
    public function claims(): HasMany
    {
        return $this->hasMany(Claim::class);
    }
}
