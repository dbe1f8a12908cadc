<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Documents\BrandDesk;
use App\Documents\DefaultBrand;
use App\Documents\Drafts;
use App\Documents\RemoveBrand;
use App\Http\Requests\ChangeBrand;
use App\Http\Requests\MakeBrand;
use App\Http\Resources\BrandLine;
use App\Models\DocumentKind;
use App\Models\Source;
use Herald\Brand\Brand as Design;
use Herald\Document\Json;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;

final class BrandController
{
    public function index(Source $source): JsonResponse
    {

        return response()->json(['brands' => $source->brands()->with(['latestVersion.user', 'draft.user'])->orderByDesc('is_default')->orderBy('name')->get()->mapInto(BrandLine::class) ?? []]);
    }

    /** A new brand: a copy of another, or made of the source's own colours. */
    public function store(Source $source, MakeBrand $request): JsonResponse
    {
        $asked = $request->validated();
        $document = $asked['from'] === 'copy' ? BrandDesk::of($source, $asked['brand'])->document() : Design::seed($source->manifest()->source, $asked['name']);
        $key = Drafts::freeKey($source->brands()->getQuery(), $asked['name'], 'brand');
        DB::transaction(static fn () => $source->brands()->create(['key' => $key, 'name' => $asked['name']])
            ->draft()->create(['document' => Json::ofArray([...$document, 'name' => $asked['name']], $key)->text(), 'revision' => 1, 'user_id' => $request->user()?->id]));

        Audit::note($request->user(), 'begun', "The brand {$asked['name']}, begun", source: $source);

        return (new DocumentController)->show($source, $key, DocumentKind::Brand)->setStatusCode(201);
    }

    /** Another name; or what templates wear from now on that name no brand, once it is published. */
    public function update(Source $source, string $key, ChangeBrand $request): JsonResponse
    {
        $asked = $request->validated();
        if (isset($asked['default'])) {
            Gate::authorize('publish', $source);
        }
        $brand = BrandDesk::of($source, $key)->brand;
        if (isset($asked['default'])) {
            DefaultBrand::make($brand, $request->user());
        }
        if (isset($asked['name'])) {
            $before = $brand->name;
            $brand->update(['name' => $asked['name']]);
            Audit::note($request->user(), 'renamed', "{$before}, renamed", $brand, $source, ['name' => $before], ['name' => $brand->name]);
        }

        return (new DocumentController)->show($source, $key, DocumentKind::Brand);
    }

    /** Takes it away for good; what a message went out in stays, so that it can be shown as it was. */
    public function destroy(Source $source, string $key, Request $request): Response
    {
        RemoveBrand::from(BrandDesk::of($source, $key)->brand, $request->user());

        return response()->noContent();
    }
}
