<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Document\Json;
use Herald\Source\Manifest;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Laravel\Sanctum\HasApiTokens;

/**
 * A connected application, with the manifest it last gave.
 *
 * @property int $id
 * @property string $key
 * @property string $name
 * @property string $manifest
 * @property string $manifest_hash
 */
final class Source extends Model
{
    use HasApiTokens;

    protected $guarded = [];

    /** @var array<string, Manifest> what this process has read already, by hash */
    private static array $read = [];

    /** The one that the interface shows. */
    public static function current(): ?self
    {
        return self::query()->oldest('id')->first();
    }

    /** The manifest, read. It was checked when it was loaded. */
    public function manifest(): Manifest
    {
        return self::$read[$this->manifest_hash] ??= Manifest::stored(Json::ofText($this->manifest, "manifest of {$this->key}"));
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

    /** @return HasMany<Template, $this> */
    public function templates(): HasMany
    {
        return $this->hasMany(Template::class);
    }

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }
}
