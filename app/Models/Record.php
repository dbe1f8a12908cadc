<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Record\RecordType;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Arr;
use Illuminate\Support\Carbon;

/**
 * A record of a source, as we last heard of it.
 *
 * @property int $id
 * @property int $source_id
 * @property string $type
 * @property string $key
 * @property array<string, mixed> $data normalised, see {@see \Herald\Record\RecordReader}
 * @property string $search what it is found by, in small letters
 * @property int $revision goes up at each change
 * @property Carbon $updated_at
 * @property-read Source $source
 */
final class Record extends Model
{
    protected $guarded = [];

    protected $attributes = ['revision' => 1];

    protected function casts(): array
    {
        return ['data' => 'array'];
    }

    /** Takes over normalised data; the revision goes up when they differ. */
    public function take(RecordType $type, array $data): void
    {
        if ($this->exists && $this->data === $data) {
            return;
        }
        $this->revision = $this->exists ? $this->revision + 1 : 1;
        $this->data = $data;
        $this->search = mb_strtolower(implode(' ', array_filter(Arr::flatten(array_map(
            fn ($path) => $path->in($data),
            $type->summary,
        )), is_scalar(...))).' '.$this->key.' '.self::addresses($data));
        $this->save();
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }

    private static function addresses(array $data): string
    {
        return implode(' ', array_filter(Arr::flatten($data), static fn (mixed $value): bool => is_string($value) && str_contains($value, '@') && strlen($value) < 200));
    }
}
