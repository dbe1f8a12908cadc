<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * @property bool $is_default what templates wear that name no brand
 * @property-read ?BrandVersion $latestVersion
 */
final class Brand extends Document
{
    public static function kind(): DocumentKind
    {
        return DocumentKind::Brand;
    }

    /** @return HasMany<BrandVersion, $this> */
    public function versions(): HasMany
    {
        return $this->published(BrandVersion::class);
    }

    /** @return HasOne<BrandVersion, $this> */
    public function latestVersion(): HasOne
    {
        return $this->newest(BrandVersion::class, 'brand');
    }
}
