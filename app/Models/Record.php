<?php

declare(strict_types=1);

namespace App\Models;

use App\Finding\IndexedValues;
use App\Finding\Words;
use App\Secrets\Seal;
use App\Secrets\SealBroken;
use Carbon\CarbonImmutable;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Record\EarlierState;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\SearchWords;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Arr;

/**
 * A record of a source, as we last heard of it.
 *
 * @property int $id
 * @property int $source_id
 * @property string $type
 * @property string $key
 * @property array<string, mixed> $data normalised, see {@see \Herald\Record\RecordReader}; its secrets are sealed
 * @property int $revision goes up at each change
 * @property array<string, array{value: string, at: string}>|null $responses the latest answers that people gave in messages about it, by the key of the question
 * @property CarbonImmutable $updated_at
 * @property-read Source $source
 */
final class Record extends Model
{
    protected $guarded = [];

    /** @var list<string>|null those by which it is to be found, until they are kept */
    private ?array $words = null;

    /** @var array<string, array{text: string|null, number: float|null}>|null those of its indexed fields, until they are kept */
    private ?array $values = null;

    protected $attributes = ['revision' => 1, 'responses' => null];

    protected function casts(): array
    {
        return ['data' => 'array', 'responses' => 'array'];
    }

    /** Of which nothing is known but its identity. */
    public static function begin(Source $source, RecordType $type, string $key): self
    {
        $record = new self(['source_id' => $source->id, 'type' => $type->key, 'key' => $key, 'revision' => 0]);
        $record->keep($type, [$type->identity => $key]);
        $record->save();

        return $record;
    }

    /** Takes over normalised data, and seals its secrets; the revision goes up when they differ. */
    public function take(RecordType $type, array $data): void
    {
        $data = $type->given($data);
        // What is sealed looks different each time, though it be the same.
        if ($this->exists && $this->revision > 0 && $this->says($type, $data)) {
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
        $stored = $this->read($type);
        try {
            return $stored !== null && $type->given(Seal::open($type->fields, $stored)) === Seal::open($type->fields, $data);
        } catch (SealBroken) {
            return false;
        }
    }

    /** Notes down an answer; the latest counts. */
    public function answered(string $question, string $value, string $at): void
    {
        $this->responses = [...$this->responses ?? [], $question => ['value' => $value, 'at' => $at]];
        $this->save();
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
        $said = $type->computed($data);
        // Of a type without any there is nothing to keep, and nothing to take away: that is done where they are declared.
        $this->values = $type->indexed() === [] ? null : IndexedValues::of($type, $said);
        $this->words = SearchWords::of(implode(' ', array_filter(Arr::flatten(array_map(
            fn ($path) => $path->in($said),
            $type->summary,
        )), is_scalar(...))).' '.$this->key.' '.self::addresses($data));
    }

    /** Keeps the values of its indexed fields anew, by the record type of today. */
    public function indexAnew(RecordType $type): void
    {
        $data = $this->read($type);
        IndexedValues::keep($this, $data === null ? [] : IndexedValues::of($type, $type->computed($data)));
    }

    /** The words and values by which it is found follow it. */
    protected static function booted(): void
    {
        self::saved(static function (self $record): void {
            [$words, $values] = [$record->words, $record->values];
            if ($words === null) {
                return;
            }
            if ($values !== null) {
                IndexedValues::keep($record, $values);
            }
            Words::ofRecords($record->source_id, $record->type)->keep($record->id, $words, $record->wasRecentlyCreated);
            $record->words = null;
        });
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

    /**
     * The data as they stood before a change, by the record type of today; null where nothing but its identity was known.
     *
     * @param  array<string, mixed>  $present  the data after it, normalised by that type
     */
    public function asEarlier(RecordType $type, array $present): ?EarlierState
    {
        return $this->revision === 0 ? null : EarlierState::of($type, Seal::openAsFar($type->fields, $this->data), Seal::openAsFar($type->fields, $present));
    }

    /**
     * In what the data do not fit the record type of today.
     *
     * @return list<string> in words, the first few
     */
    public function misfits(RecordType $type): array
    {
        try {
            RecordReader::read($type, $this->data, $this->key);

            return [];
        } catch (InvalidDocument $e) {
            return array_map(static fn (Fault $fault): string => $fault->inWords(), array_slice($e->faults, 0, 5));
        }
    }

    /**
     * The same, with what is computed from them and what people have answered: as messages name it that are about something else.
     *
     * @return array<string, mixed>|null
     */
    public function asOther(RecordType $type, ?string $now = null, string $zone = 'UTC'): ?array
    {
        $data = $this->read($type);

        return $data === null ? null : [...$type->computed($data, $now, $zone), ...($type->questions === [] ? [] : [Vocabulary::RESPONSE => $type->responses($this->responses ?? [])])];
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
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

    private static function addresses(array $data): string
    {
        return implode(' ', array_filter(Arr::flatten($data), static fn (mixed $value): bool => is_string($value) && str_contains($value, '@') && strlen($value) < 200));
    }
}
