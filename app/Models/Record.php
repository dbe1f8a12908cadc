<?php

declare(strict_types=1);

namespace App\Models;

use App\Secrets\Seal;
use App\Secrets\SealBroken;
use Herald\Document\InvalidDocument;
use Herald\Record\RecordReader;
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
 * @property array<string, mixed> $data normalised, see {@see \Herald\Record\RecordReader}; its secrets are sealed
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

    /** Takes over normalised data, and seals its secrets; the revision goes up when they differ. */
    public function take(RecordType $type, array $data): void
    {
        // What is sealed looks different each time, though it be the same.
        if ($this->exists && $this->says($type, $data)) {
            return;
        }
        $this->revision = $this->exists ? $this->revision + 1 : 1;
        $this->keep($type, $data);
        $this->save();
        RecordRevision::query()->updateOrCreate(['record_id' => $this->id, 'revision' => $this->revision], ['data' => $this->data]);
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function says(RecordType $type, array $data): bool
    {
        try {
            return Seal::open($type->fields, $this->data) === Seal::open($type->fields, $data);
        } catch (SealBroken) {
            return false;
        }
    }

    /** Seals what has been declared secret since it was stored. */
    public function sealAnew(RecordType $type): void
    {
        $this->keep($type, $this->data);
        $this->save();
        foreach (RecordRevision::query()->where('record_id', $this->id)->lazyById() as $revision) {
            $revision->update(['data' => Seal::close($type->fields, $revision->data)]);
        }
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function keep(RecordType $type, array $data): void
    {
        $data = Seal::close($type->fields, $data);
        $this->data = $data;
        $this->search = mb_strtolower(implode(' ', array_filter(Arr::flatten(array_map(
            fn ($path) => $path->in($data),
            $type->summary,
        )), is_scalar(...))).' '.$this->key.' '.self::addresses($data));
    }

    /**
     * The data by the record type of today: what is stored was read with that of its day.
     *
     * @return array<string, mixed>|null null when they do not fit it any more
     */
    public function read(RecordType $type): ?array
    {
        try {
            return RecordReader::read($type, $this->data, $this->key);
        } catch (InvalidDocument) {
            return null;
        }
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
