<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Branding\Wearer;
use App\Branding\Workshop;
use App\Composing\Drafts;
use App\Http\Asked;
use App\Http\Middleware\ReadRequest;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Edition;
use App\Models\Source;
use App\Models\Template;
use Herald\Brand\Brand as Design;
use Herald\Brand\BrandDifferences;
use Herald\Document\Json;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final class BrandController
{
    public function index(): JsonResponse
    {
        $source = Source::current();

        return response()->json(['brands' => $source?->brands()->with(['latestVersion.user', 'draft.user'])->orderByDesc('is_default')->orderBy('name')->get()->map(self::line(...)) ?? []]);
    }

    public function show(string $key): JsonResponse
    {
        $workshop = Workshop::of($key);

        return response()->json([...self::line($workshop->brand), 'document' => $workshop->document()]);
    }

    /** A new brand: a copy of another, or made of the source's own colours. */
    public function store(Request $request): JsonResponse
    {
        $given = Asked::of($request, ['name' => ['required', 'string', 'max:100'], 'from' => ['required', 'in:copy,source'], 'brand' => ['required_if:from,copy', 'nullable', 'string']]);
        $source = Source::current() ?? abort(404);
        $document = $given['from'] === 'copy' ? Workshop::of($given['brand'])->document() : Design::seed($source->manifest()->source, $given['name']);
        $key = Drafts::freeKey($source->brands()->getQuery(), $given['name'], 'brand');
        DB::transaction(static fn () => $source->brands()->create(['key' => $key, 'name' => $given['name']])
            ->draft()->create(['document' => Json::ofArray([...$document, 'name' => $given['name']], $key)->text(), 'revision' => 1, 'user_id' => $request->user()?->id]));

        return $this->show($key)->setStatusCode(201);
    }

    /** Another name; or what templates wear from now on that name no brand, once it is published. */
    public function update(string $key, Request $request): JsonResponse
    {
        $given = Asked::of($request, ['name' => ['sometimes', 'required', 'string', 'max:100'], 'default' => ['sometimes', 'accepted']]);
        if (isset($given['default'])) {
            Gate::authorize('publish');
        }
        DB::transaction(static function () use ($key, $given, $request): void {
            $brand = Workshop::of($key)->brand;
            if (isset($given['name'])) {
                $brand->update(['name' => $given['name']]);
            }
            if (isset($given['default']) && ! $brand->is_default) {
                $version = $brand->latestVersion ?? throw new ConflictHttpException('Publish this brand before it becomes the default one.');
                $before = $brand->source->defaultBrand();
                $before->update(['is_default' => false]);
                $brand->update(['is_default' => true]);
                // What goes out from now on is compiled before anything does.
                foreach (Wearer::of($brand, $brand->source) as $wearer) {
                    $wearer->dress($version);
                }
                activity()->performedOn($brand)->causedBy($request->user())->event('default')->log("{$brand->name} is the default brand in place of {$before->name}");
            }
        });

        return $this->show($key);
    }

    /** Takes it away for good; what a message went out in stays, so that it can be shown as it was. */
    public function destroy(string $key, Request $request): Response
    {
        DB::transaction(static function () use ($key, $request): void {
            $brand = Workshop::of($key)->brand;
            if ($brand->is_default) {
                throw new ConflictHttpException('It is the default brand. Make another the default one first.');
            }
            $wearing = $brand->source->templates()->with(['latestVersion', 'draft'])->orderBy('name')->get()->filter(static fn (Template $template): bool => in_array($key, $template->brands(), true));
            if ($wearing->isNotEmpty()) {
                throw new ConflictHttpException('It is worn by '.$wearing->pluck('name')->join(', ', ' and ').'.');
            }
            $editions = Edition::query()->whereIn('brand_version_id', $brand->versions()->select('id'));
            (clone $editions)->whereDoesntHave('dispatches')->delete();
            if ($editions->exists()) {
                throw new ConflictHttpException('Messages went out in it. It is kept, so that they can be shown as they were.');
            }
            $brand->delete();
            activity()->causedBy($request->user())->event('removed')->log("The brand {$brand->name} was taken away");
        });

        return response()->noContent();
    }

    /** Saves a draft, unless it has been saved or published by someone else since the revision and version that were designed on. */
    public function saveDraft(string $key, Request $request): JsonResponse
    {
        $given = Asked::of($request, ['revision' => ['present', 'nullable', 'integer:strict'], 'version' => ['present', 'nullable', 'integer:strict']], besides: ['document']);
        $workshop = Workshop::of($key);
        $document = $workshop->taken(ReadRequest::sent($request));
        Drafts::save($workshop->brand, $given['revision'], $given['version'], $document, $request->user());

        return $this->show($key);
    }

    /** In what the saved draft, or the published version where there is none, differs from a document. */
    public function compare(string $key, Request $request): JsonResponse
    {
        $workshop = Workshop::of($key);

        Asked::of($request, ['document' => ['required', 'array']]);

        return response()->json(['changes' => BrandDifferences::between($workshop->taken(ReadRequest::sent($request))->data, $workshop->document())]);
    }

    public function versions(string $key): JsonResponse
    {
        $versions = Workshop::of($key)->brand->versions()->with('user')->latest('number')->get();

        return response()->json(['versions' => $versions->map(static fn (BrandVersion $version): array => [
            'number' => $version->number, 'at' => $version->published_at->toIso8601ZuluString(), 'by' => $version->user?->name,
        ])]);
    }

    public function version(string $key, int $number): JsonResponse
    {
        $workshop = Workshop::of($key);
        $version = $workshop->brand->versions()->where('number', $number)->firstOrFail();
        $before = $workshop->brand->versions()->where('number', $number - 1)->first();

        return response()->json([
            'number' => $version->number, 'document' => $workshop->version($version),
            'changes' => $before === null ? [] : BrandDifferences::between($workshop->version($before), $workshop->version($version)),
        ]);
    }

    /**
     * @return array<string, mixed>
     */
    public static function line(Brand $brand): array
    {
        return [
            'key' => $brand->key, 'name' => $brand->name, 'default' => $brand->is_default, 'version' => $brand->latestVersion?->number,
            'published_at' => $brand->latestVersion?->published_at->toIso8601ZuluString(), 'published_by' => $brand->latestVersion?->user?->name,
            'draft' => $brand->draft === null ? null : ['revision' => $brand->draft->revision, 'by' => $brand->draft->user?->name, 'at' => $brand->draft->updated_at->toIso8601ZuluString()],
        ];
    }
}
