<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Check\Finding;
use Herald\Check\Mend;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * What a check says of a document, with its mends.
 *
 * @property Finding $resource
 */
final class FindingLine extends JsonResource
{
    public static $wrap = null;

    public function toArray(Request $request): array
    {
        $finding = $this->resource;

        return [
            'weight' => $finding->weight->value, 'words' => $finding->words, 'block' => $finding->block, 'id' => $finding->id, 'part' => $finding->part, 'variable' => $finding->variable,
            'mends' => array_map(static fn (Mend $mend): array => ['label' => $mend->label, 'set' => $mend->set, 'append' => $mend->append], $finding->mends),
        ];
    }
}
