<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Edition;
use App\Models\Template;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Takes a brand away for good. What a message went out in stays, so that it can be shown as it was. */
final class RemoveBrand
{
    /** @throws ConflictHttpException when it is worn, or was */
    public static function from(Brand $brand, ?User $person): void
    {
        DB::transaction(static function () use ($brand, $person): void {
            $brand->source->hold();
            if ($brand->newQuery()->whereKey($brand->id)->where('is_default', true)->exists()) {
                throw new ConflictHttpException('It is the default brand. Make another the default one first.');
            }
            $wearing = $brand->source->templates()->with(['latestVersion', 'draft'])->orderBy('name')->get()->filter(static fn (Template $template): bool => in_array($brand->key, $template->brands(), true));
            if ($wearing->isNotEmpty()) {
                throw new ConflictHttpException('Templates are in it: '.$wearing->pluck('name')->join(', ', ' and ').'.');
            }
            $collections = $brand->source->collections()->where('brand_id', $brand->id)->pluck('name');
            if ($collections->isNotEmpty()) {
                throw new ConflictHttpException('Collections wear it: '.$collections->join(', ', ' and ').'.');
            }
            // Those of versions too that were being made ready.
            $editions = Edition::query()->whereIn('brand_version_id', BrandVersion::query()->where('document_id', $brand->id)->select('id'));
            (clone $editions)->whereDoesntHave('dispatches')->delete();
            if ($editions->exists()) {
                throw new ConflictHttpException('Messages went out in it. It is kept, so that they can be shown as they were.');
            }
            $brand->delete();
            Audit::note($person, 'removed', "The brand {$brand->name} was taken away", source: $brand->source);
        });
    }
}
