<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Facades\DB;

/**
 * What people write and put in force: it has one draft at most, and versions that never change. The kinds share a table and all that becomes of them.
 *
 * @property int $id
 * @property int $source_id
 * @property DocumentKind $kind
 * @property string $key
 * @property string $name
 * @property CarbonImmutable $updated_at
 * @property-read Source $source
 * @property-read ?Version $latestVersion
 * @property-read ?Draft $draft
 */
abstract class Document extends Model
{
    protected $table = 'documents';

    protected $guarded = [];

    abstract public static function kind(): DocumentKind;

    /** @return HasMany<covariant Version, covariant Document> those that were published */
    abstract public function versions(): HasMany;

    protected static function booted(): void
    {
        static::addGlobalScope('kind', static fn (Builder $query) => $query->where('kind', static::kind()));
        static::creating(static function (self $document): void {
            $document->setAttribute('kind', static::kind());
        });
    }

    protected function casts(): array
    {
        return ['kind' => DocumentKind::class, 'is_default' => 'boolean', 'is_passage' => 'boolean', 'archived_at' => 'datetime'];
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return HasOne<Draft, $this> */
    public function draft(): HasOne
    {
        return $this->hasOne(Draft::class, 'document_id');
    }

    /** Versions that are being made ready, or were left behind so. */
    public function unpublished(): \Illuminate\Database\Query\Builder
    {
        return DB::table('versions')->where('document_id', $this->id)->whereNull('number');
    }

    /**
     * The one that is in force: of those published the newest.
     *
     * @template T of Version
     *
     * @param  class-string<T>  $class
     * @param  string  $kept  the name under which a version knows its document
     * @return HasOne<T, $this>
     */
    protected function newest(string $class, string $kept): HasOne
    {
        return $this->hasOne($class, 'document_id')->ofMany(['number' => 'max'], static fn (Builder $query) => $query->whereNotNull('number'))->chaperone($kept);
    }

    /**
     * @template T of Version
     *
     * @param  class-string<T>  $class
     * @return HasMany<T, $this>
     */
    protected function published(string $class): HasMany
    {
        return $this->hasMany($class, 'document_id')->whereNotNull('number');
    }
}
