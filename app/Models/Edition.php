<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Render\CompiledMessage;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * What is really sent: words, brand and record type, compiled for one language. It never changes.
 *
 * @property int $id
 * @property string $fingerprint
 * @property array<string, mixed> $compiled
 * @property string $language
 * @property string $brand
 * @property int|null $brand_version_id
 * @property-read ?TemplateVersion $templateVersion null for a built-in
 * @property-read ?BrandVersion $brandVersion null for a built-in without a frame
 */
final class Edition extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    /** So many a process keeps in memory. */
    private const AT_HAND = 100;

    /** @var array<string, CompiledMessage> what this process has read already, by what is stored: one and the same for all that are filled from it, so that its templates are loaded once */
    private static array $read = [];

    protected function casts(): array
    {
        return ['compiled' => 'array'];
    }

    protected static function booted(): void
    {
        self::updating(static fn (): never => throw new \LogicException('An edition is immutable'));
    }

    public function message(): CompiledMessage
    {
        self::$read = count(self::$read) > self::AT_HAND ? [] : self::$read;

        return self::$read[hash('xxh128', $this->attributes['compiled'])] ??= CompiledMessage::ofArray($this->compiled);
    }

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }

    /** @return BelongsTo<BrandVersion, $this> */
    public function brandVersion(): BelongsTo
    {
        return $this->belongsTo(BrandVersion::class);
    }

    /** @return BelongsToMany<TemplateVersion, $this> the versions of the passages that went into it */
    public function passages(): BelongsToMany
    {
        return $this->belongsToMany(TemplateVersion::class, 'edition_passages', relatedPivotKey: 'version_id');
    }

    /** @return BelongsTo<TemplateVersion, $this> */
    public function templateVersion(): BelongsTo
    {
        return $this->belongsTo(TemplateVersion::class);
    }
}
