<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

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
    public function index(): JsonResponse
    {
        $source = Source::current();

        return response()->json(['brands' => $source?->brands()->with(['latestVersion.user', 'draft.user'])->orderByDesc('is_default')->orderBy('name')->get()->mapInto(BrandLine::class) ?? []]);
    }

    /** A new brand: a copy of another, or made of the source's own colours. */
    public function store(MakeBrand $request): JsonResponse
    {
        $asked = $request->validated();
        $source = Source::current() ?? abort(404);
        $document = $asked['from'] === 'copy' ? BrandDesk::of($asked['brand'])->document() : Design::seed($source->manifest()->source, $asked['name']);
        $key = Drafts::freeKey($source->brands()->getQuery(), $asked['name'], 'brand');
        DB::transaction(static fn () => $source->brands()->create(['key' => $key, 'name' => $asked['name']])
            ->draft()->create(['document' => Json::ofArray([...$document, 'name' => $asked['name']], $key)->text(), 'revision' => 1, 'user_id' => $request->user()?->id]));

        return (new DocumentController)->show($key, DocumentKind::Brand)->setStatusCode(201);
    }

    /** Another name; or what templates wear from now on that name no brand, once it is published. */
    public function update(string $key, ChangeBrand $request): JsonResponse
    {
        $asked = $request->validated();
        if (isset($asked['default'])) {
            Gate::authorize('publish');
        }
        $brand = BrandDesk::of($key)->brand;
        if (isset($asked['default'])) {
            DefaultBrand::make($brand, $request->user());
        }
        if (isset($asked['name'])) {
            $brand->update(['name' => $asked['name']]);
        }

        return (new DocumentController)->show($key, DocumentKind::Brand);
    }

    /** Takes it away for good; what a message went out in stays, so that it can be shown as it was. */
    public function destroy(string $key, Request $request): Response
    {
        RemoveBrand::from(BrandDesk::of($key)->brand, $request->user());

        return response()->noContent();
    }
}
