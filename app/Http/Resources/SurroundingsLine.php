<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Manuscript\Surroundings;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * What stands around the objects of a document.
 *
 * @property Surroundings $resource
 */
final class SurroundingsLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        return ['sentences' => (object) $this->resource->sentences, 'scopes' => (object) $this->resource->scopes, 'grounds' => (object) $this->resource->grounds];
    }
}
