<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Brand;
use App\Models\Template;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * A document as lists show it, with what its kind adds. Expects latestVersion.user and draft.user to be loaded.
 *
 * @property Template|Brand $resource
 */
abstract class DocumentLine extends JsonResource
{
    public static $wrap = null;

    public static function of(Template|Brand $kept): self
    {
        return $kept instanceof Brand ? new BrandLine($kept) : new TemplateLine($kept);
    }

    public function toArray(Request $request): array
    {
        $kept = $this->resource;

        return [
            'key' => $kept->key, 'name' => $kept->name, 'version' => $kept->latestVersion?->number,
            'published_at' => $kept->latestVersion?->published_at?->toIso8601ZuluString(), 'published_by' => $kept->latestVersion?->user?->name,
            'draft' => $kept->draft === null ? null : ['revision' => $kept->draft->revision, 'by' => $kept->draft->user?->name, 'at' => $kept->draft->updated_at->toIso8601ZuluString()],
        ];
    }
}
