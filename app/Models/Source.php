<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Brand\Brand as Design;
use Herald\Claim\Otherwise;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Record\RecordType;
use Herald\Source\Manifest;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\HasApiTokens;

/**
 * A connected application, with the manifest it last gave.
 *
 * @property int $id
 * @property string $key
 * @property string $name
 * @property string $manifest_hash of the manifest that holds
 * @property string $own_hash of what people here have added to the manifest and said of it; empty where there is nothing
 * @property int|null $manifest_version_id
 * @property string $url the web address of its own
 * @property Otherwise $fallback what answers for notices that it declares from now on, when no template does
 */
final class Source extends Model
{
    use HasApiTokens;

    protected $guarded = [];

    protected $attributes = ['own_hash' => '', 'fallback' => 'built_in'];

    protected function casts(): array
    {
        return ['fallback' => Otherwise::class];
    }

    /** @var array<string, Manifest> what this process has read already, by id and hash */
    private static array $read = [];

    /** Addresses name it by its key. */
    public function getRouteKeyName(): string
    {
        return 'key';
    }

    /**
     * The source that a command means: the one that it names, or the only one there is.
     *
     * @throws InvalidDocument when there is none, or one of several is to be named
     */
    public static function meant(mixed $key): self
    {
        $all = self::query()->when(is_string($key), static fn (Builder $query) => $query->where('key', $key))->limit(2)->get();

        return match (true) {
            $all->count() === 1 => $all->sole(),
            is_string($key) => throw InvalidDocument::because('--source', '', "finds no source \"{$key}\"; there are: ".self::query()->oldest('id')->pluck('key')->implode(', ')),
            $all->isEmpty() => throw InvalidDocument::because('--source', '', 'finds no source yet: load its manifest with herald:source first'),
            default => throw InvalidDocument::because('--source', '', 'must be given, as there are several sources: '.self::query()->oldest('id')->pluck('key')->implode(', ')),
        };
    }

    /** The manifest, read. It was checked when it was loaded. The built-in words in it are read when they are asked for. */
    public function manifest(): Manifest
    {
        // It is asked for many times in one request.
        $of = $this->attributes;

        return self::$read["{$of['id']}:{$of['manifest_hash']}:{$of['own_hash']}"] ??= $this->read($this->outline());
    }

    /** The manifest with what has been said of it here a moment ago, and is not known to others yet. */
    public function readAnew(): Manifest
    {
        return $this->read($this->outline(true));
    }

    /**
     * The manifest with one more notice of our own, or with another in place of the one of its key.
     *
     * @param  array<array-key, mixed>  $notice  a document that fits schema/notice.json
     *
     * @throws InvalidDocument when the notice does not fit the manifest
     */
    public function manifestWith(array $notice): Manifest
    {
        $outline = $this->outline(true);
        $others = array_filter($outline->array('own_notices'), static fn (mixed $one): bool => is_array($one) && ($one['key'] ?? null) !== ($notice['key'] ?? null));

        return $this->read(new Node([...$outline->data, 'own_notices' => array_values($others), 'tried_notice' => $notice], '', 'notice'));
    }

    /** Says that something has changed of what people here have added to the manifest and said of it. */
    public function ownHasChanged(): void
    {
        $own = [...$this->ownFields()->orderBy('id')->get()->map(static fn (OwnField $one): array => $one->getAttributes())->all(), ...$this->questions()->orderBy('id')->get()->map(static fn (Question $one): array => [$one->record_type, $one->declaration()])->all(), ...$this->ownNotices()->map(static fn (Notice $one): array => [$one->key, $one->document, $one->enabled, $one->narrowing, $one->carrier?->value])->all()];
        $this->update(['own_hash' => $own === [] ? '' : hash('sha256', json_encode($own, JSON_THROW_ON_ERROR))]);
        $this->keepRecordTypes();
        TemplateVersion::forget($this);
    }

    /**
     * @return Collection<int, Notice> those of our own, and those of which something was said here
     */
    private function ownNotices(): Collection
    {
        return $this->notices()->whereNull('retired_at')->where(static fn (Builder $query) => $query->where('origin', NoticeOrigin::Own)->orWhere('enabled', false)->orWhereNotNull('narrowing')->orWhereNotNull('carrier'))->orderBy('position')->get();
    }

    private function read(Node $outline): Manifest
    {
        return Manifest::stored(
            $outline,
            fn (string $notice, string $language, string $hash): array => Json::ofText((string) BuiltIn::query()->whereIn('notice_id', $this->notices()->where('key', $notice)->select('id'))->where(['language' => $language, 'hash' => $hash])->value('document'), "{$notice}, {$language}")->data,
        );
    }

    /** Keeps the types of records as they are now, for what is compiled with them. */
    public function keepRecordTypes(): void
    {
        foreach ($this->outline()->nodes('record_types') as $type) {
            $this->recordTypeVersions()->firstOrCreate(['key' => $type->string('key'), 'hash' => $this->manifest()->recordTypes[$type->string('key')]->hash], ['document' => json_encode($type->data, JSON_THROW_ON_ERROR)]);
        }
    }

    /** The manifest without the built-in words, and with the computed fields that people have added. */
    private function outline(bool $anew = false): Node
    {
        // It was read and checked as a document when it was loaded, and is long.
        $outline = json_decode((string) $this->manifestVersions()->whereKey($this->manifest_version_id)->value('outline'), true, flags: JSON_THROW_ON_ERROR);

        return $this->outlined(new Node((array) $outline, '', "manifest of {$this->key}"), $anew || $this->own_hash !== '');
    }

    /** Another manifest of this source as it would be here, with what people have added to the one it has and said of it. */
    public function manifestOver(Node $outline): Manifest
    {
        return $this->read($this->outlined($outline, true));
    }

    private function outlined(Node $outline, bool $own): Node
    {
        // A source that names no map service of its own has the one of this installation.
        $source = ['maps' => config('herald.maps'), ...(array) $outline->data['source']];
        if (! $own) {
            return new Node([...$outline->data, 'source' => $source], '', $outline->document);
        }
        $own = $this->ownFields()->orderBy('id')->get()->groupBy('record_type')->map(static fn (Collection $fields): array => $fields->map(static fn (OwnField $field): array => $field->declaration())->all());
        $asked = $this->questions()->orderBy('id')->get()->groupBy('record_type')->map(static fn (Collection $questions): array => $questions->map(static fn (Question $question): array => $question->declaration())->all());
        $types = array_map(static fn (Node $type): array => [...$type->data, ...array_filter(['own' => $own[$type->string('key')] ?? null, 'asked' => $asked[$type->string('key')] ?? null])], array_values($outline->nodes('record_types')));

        $said = $this->ownNotices()->keyBy('key');
        $notices = array_map(static function (Node $notice) use ($said): array {
            $ours = $said->get($notice->string('key'));

            return [...$notice->data, ...($ours === null ? [] : self::said($ours))];
        }, array_values($outline->nodes('notices')));
        $made = $said->filter(static fn (Notice $notice): bool => $notice->document !== null)->map(static fn (Notice $notice): array => [...$notice->document ?? [], ...self::said($notice)])->values()->all();

        return new Node([...$outline->data, 'source' => $source, 'record_types' => $types, 'notices' => $notices, ...($made === [] ? [] : ['own_notices' => $made])], '', $outline->document);
    }

    /**
     * @return array<string, mixed> whether a notice is switched on, by what it is narrowed, and who sends it
     */
    private static function said(Notice $notice): array
    {
        return ['on' => $notice->enabled, ...($notice->narrowing === null ? [] : ['narrowing' => $notice->narrowing]), ...($notice->carrier === null ? [] : ['carrier' => $notice->carrier->value])];
    }

    /** @return HasMany<Picture, $this> */
    public function pictures(): HasMany
    {
        return $this->hasMany(Picture::class);
    }

    /** @return HasMany<Question, $this> what templates ask */
    public function questions(): HasMany
    {
        return $this->hasMany(Question::class);
    }

    /** @return HasMany<OwnField, $this> */
    public function ownFields(): HasMany
    {
        return $this->hasMany(OwnField::class);
    }

    /** Until the transaction is over, whoever else changes something of which the source has one, or so many at most, waits. */
    public function hold(): void
    {
        $this->newQuery()->whereKey($this->id)->lockForUpdate()->value('id');
    }

    /** The brand that templates wear which name none. There always is one: the first is made of the source's own colours. */
    public function defaultBrand(): Brand
    {
        $default = $this->brands()->where('is_default', true)->with('latestVersion')->first();
        if ($default !== null) {
            return $default;
        }

        return DB::transaction(function (): Brand {
            $document = Json::ofArray(Design::seed($this->manifest()->source, $this->name), 'first brand');
            $brand = $this->brands()->createOrFirst(['key' => $this->key], ['name' => $this->name, 'is_default' => true]);
            $brand->versions()->firstOrCreate(['number' => 1], ['document' => $document->text(), 'published_at' => now()]);

            return $brand->load('latestVersion');
        });
    }

    /** The published design of the brand of a key; of the default brand where there is none of that key, or nothing of it was published yet. */
    public function brandWornAs(?string $key): BrandVersion
    {
        $named = $key === null ? null : $this->brands()->where('key', $key)->with('latestVersion')->first()?->latestVersion;

        return $named ?? $this->defaultBrand()->latestVersion ?? throw new \LogicException('The default brand is published');
    }

    /** @throws \Illuminate\Database\Eloquent\ModelNotFoundException when there is none */
    public function record(string $type, string $key): Record
    {
        return $this->records()->where(['type' => $type, 'key' => $key])->firstOrFail();
    }

    /** The record of a type that changed last, of those that can be read. */
    public function newestRecord(RecordType $type): ?Record
    {
        foreach ($this->records()->where('type', $type->key)->latest('updated_at')->latest('id')->limit(20)->get() as $record) {
            if ($record->read($type) !== null) {
                return $record;
            }
        }

        return null;
    }

    /** @return HasMany<ClaimCollection, $this> in their order */
    public function collections(): HasMany
    {
        return $this->hasMany(ClaimCollection::class)->orderBy('rank')->orderBy('id');
    }

    /** @return HasMany<Brand, $this> */
    public function brands(): HasMany
    {
        return $this->hasMany(Brand::class);
    }

    /** @return HasMany<ManifestVersion, $this> */
    public function manifestVersions(): HasMany
    {
        return $this->hasMany(ManifestVersion::class);
    }

    /** @return HasMany<RecordTypeVersion, $this> */
    public function recordTypeVersions(): HasMany
    {
        return $this->hasMany(RecordTypeVersion::class);
    }

    /** @return HasMany<Notice, $this> */
    public function notices(): HasMany
    {
        return $this->hasMany(Notice::class)->orderBy('position');
    }

    /** @return HasMany<Record, $this> */
    public function records(): HasMany
    {
        return $this->hasMany(Record::class);
    }

    /** @return HasMany<Template, $this> those that others take in among them */
    public function templates(): HasMany
    {
        return $this->hasMany(Template::class);
    }

    /** @return HasMany<Template, $this> */
    public function passages(): HasMany
    {
        return $this->templates()->where('is_passage', true);
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
}
