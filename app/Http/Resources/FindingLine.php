<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Check\Brand\BrandFinding;
use Herald\Check\Brand\BrandMend;
use Herald\Check\Finding;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * What a check says of a template or a brand, with its mends.
 *
 * @property Finding|BrandFinding $resource
 */
final class FindingLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        $finding = $this->resource;
        $said = ['weight' => $finding->weight->value, 'words' => $finding->words];

        return $finding instanceof BrandFinding
            ? [...$said, 'place' => $finding->place, 'mends' => array_map(static fn (BrandMend $mend): array => ['label' => $mend->label, 'set' => (object) $mend->set], $finding->mends)]
            : [...$said, 'block' => $finding->block, 'id' => $finding->id, 'part' => $finding->part, 'variable' => $finding->variable,
                'mend' => $finding->mend === null ? null : ['label' => $finding->mend->label, 'set' => $finding->mend->set, 'append' => $finding->mend->append]];
    }
}
