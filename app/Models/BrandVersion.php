<?php

declare(strict_types=1);

namespace App\Models;

use App\Pictures\Pictures;
use Herald\Brand\Brand as Design;
use Herald\Document\Json;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property-read Brand $brand
 */
final class BrandVersion extends Version
{
    /** @var array<string, Design> what this process has read already, by document */
    private static array $read = [];

    protected static function kind(): DocumentKind
    {
        return DocumentKind::Brand;
    }

    /** The design, read. It was checked when it was published. */
    public function read(): Design
    {
        return self::$read[hash('xxh128', $this->document)] ??= Design::stored(Json::ofText($this->document, $this->called('brand')), Pictures::address());
    }

    /** @return BelongsTo<Brand, $this> */
    public function brand(): BelongsTo
    {
        return $this->belongsTo(Brand::class, 'document_id');
    }
}
