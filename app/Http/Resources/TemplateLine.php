<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Claim;
use App\Models\Template;
use Illuminate\Http\Request;

/**
 * Expects source and claims.notice to be loaded too.
 *
 * @property Template $resource
 */
final class TemplateLine extends DocumentLine
{
    public function toArray(Request $request): array
    {
        $template = $this->resource;
        $manifest = $template->source->manifest();
        $notice = $template->notice === null ? null : ($manifest->notices[$template->notice] ?? null);
        $named = static fn (string $key): string => isset($manifest->notices[$key]) ? $manifest->notices[$key]->name : $key;

        return [
            ...parent::toArray($request), 'folder' => $template->folder, 'record_type' => $template->record_type, 'archived' => $template->archived_at !== null, 'passage' => $template->is_passage,
            'notice' => $notice === null ? null : ['key' => $notice->key, 'name' => $notice->name, 'strand' => $manifest->strands[$notice->strand]->name],
            'claims' => $template->claims->map(static fn (Claim $claim): array => ['notice' => $claim->notice->key, 'name' => $named($claim->notice->key), 'active' => $claim->active])->all(),
        ];
    }
}
