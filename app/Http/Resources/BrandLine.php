<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Brand;
use Illuminate\Http\Request;

/**
 * @property Brand $resource
 */
final class BrandLine extends DocumentLine
{
    public function toArray(Request $request): array
    {
        return [...parent::toArray($request), 'default' => $this->resource->is_default];
    }
}
