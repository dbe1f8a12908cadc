<?php

declare(strict_types=1);

namespace App\Models;

use App\Branding\Pictures;
use Herald\Brand\Brand as Design;
use Herald\Document\Json;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A published version of a brand. It never changes.
 *
 * @property int $id
 * @property int $brand_id
 * @property int $number
 * @property string $document
 * @property Carbon $published_at
 * @property-read Brand $brand
 * @property-read ?User $user
 */
final class BrandVersion extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    /** @var array<string, Design> what this process has read already, by document */
    private static array $read = [];

    protected function casts(): array
    {
        return ['published_at' => 'datetime'];
    }

    protected static function booted(): void
    {
        self::updating(static fn (): never => throw new \LogicException('A published version is immutable'));
    }

    /** The design, read. It was checked when it was published. */
    public function read(): Design
    {
        return self::$read[hash('xxh128', $this->document)] ??= Design::stored(Json::ofText($this->document, "brand, version {$this->number}"), Pictures::address());
    }

    /** @return BelongsTo<Brand, $this> */
    public function brand(): BelongsTo
    {
        return $this->belongsTo(Brand::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
