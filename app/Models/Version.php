<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A version of a document. While it is made ready it has no number and nothing shows it; once it is published it never changes.
 *
 * @property int $id
 * @property int $document_id
 * @property int|null $number
 * @property string $document
 * @property array<string, mixed>|null $begun_from see {@see Draft}; the same from version to version
 * @property CarbonImmutable|null $published_at
 * @property CarbonImmutable|null $created_at
 * @property-read ?User $user
 */
abstract class Version extends Model
{
    public const UPDATED_AT = null;

    protected $table = 'versions';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['published_at' => 'datetime', 'begun_from' => 'array', 'standing' => 'array'];
    }

    abstract protected static function kind(): DocumentKind;

    protected static function booted(): void
    {
        static::addGlobalScope('kind', static fn (Builder $query) => $query->where('versions.kind', static::kind()));
        static::creating(static function (self $version): void {
            $version->setAttribute('kind', static::kind());
        });
        static::updating(static fn (self $version) => $version->getOriginal('number') === null || throw new \LogicException('A published version is immutable'));
    }

    /** In words: its document with its number. */
    public function called(string $name): string
    {
        return $this->number === null ? $name : "{$name}, version {$this->number}";
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasMany<VersionUse, $this> */
    public function uses(): HasMany
    {
        return $this->hasMany(VersionUse::class, 'version_id');
    }
}
