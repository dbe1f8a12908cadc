<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Claims\CollectionOutlook;
use App\Claims\Collections;
use App\Claims\OrderDesk;
use App\Http\Requests\ChangeCollection;
use App\Http\Requests\MakeCollection;
use App\Http\Requests\TakeIntoCollection;
use App\Models\Claim;
use App\Models\ClaimCollection;
use App\Models\Notice;
use App\Models\Source;
use App\Models\Template;
use App\Timing\Clock;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;

/** Sets of templates that are switched on together. */
final class CollectionController
{
    public function index(Source $source): JsonResponse
    {
        return response()->json(['collections' => $source->collections()->with('brand')->withCount('claims')->get()->map(fn (ClaimCollection $collection): array => self::line($source, $collection))]);
    }

    /** What is in it, and who answers for each notice in each language, now and while it is on. */
    public function show(Source $source, string $key): JsonResponse
    {
        $collection = self::find($source, $key);
        $claims = $collection->claims()->with(['template.latestVersion', 'notice', 'collection'])->get();
        $manifest = $source->manifest();

        return response()->json([
            ...self::line($source, $collection),
            'claims' => $claims->filter(static fn (Claim $claim): bool => isset($manifest->notices[$claim->notice->key]))->map(static fn (Claim $claim): array => [
                'notice' => $claim->notice->key, 'notice_name' => $manifest->notices[$claim->notice->key]->name, 'template' => $claim->template->key, 'name' => $claim->template->name,
                'published' => $claim->template->latestVersion !== null, 'on' => $claim->active,
            ])->values(),
            'templates' => $source->templates()->where('is_passage', false)->whereNull('archived_at')->orderBy('name')->get()->map(static fn (Template $template): array => ['key' => $template->key, 'name' => $template->name, 'notice' => $template->notice, 'record_type' => $template->record_type]),
            'notices' => $source->notices()->inForce()->get()->map(static fn (Notice $notice): array => ['key' => $notice->key, 'name' => "{$manifest->notices[$notice->key]->name}, to {$manifest->notices[$notice->key]->audienceLabel}", 'record_type' => $manifest->notices[$notice->key]->recordType])->values(),
            'brands' => $source->brands()->has('versions')->orderBy('name')->get(['key', 'name'])->map(static fn ($brand): array => ['key' => $brand->key, 'name' => $brand->name]),
            'outlook' => CollectionOutlook::of($source, $collection, Clock::now()->toDateTimeImmutable()),
        ]);
    }

    public function store(Source $source, MakeCollection $request): JsonResponse
    {
        $collection = (new Collections($source))->make($request->validated('name'), $request->user());

        return $this->show($source, $collection->key)->setStatusCode(201);
    }

    /** Another name is for whoever writes; what it changes of what goes out, for whoever publishes. */
    public function update(Source $source, string $key, ChangeCollection $request): JsonResponse
    {
        /** @var array{name?: string, brand?: string|null, from?: string|null, until?: string|null, active?: bool, above?: string} $changes */
        $changes = $request->safe()->except('revision');
        if (array_diff_key($changes, ['name' => 1]) !== []) {
            Gate::authorize('publish', $source);
        }
        (new Collections($source))->change(self::find($source, $key), $request->validated('revision'), $changes, $request->user());

        return $this->show($source, $key);
    }

    public function destroy(Source $source, string $key, ChangeCollection $request): Response
    {
        (new Collections($source))->remove(self::find($source, $key), $request->validated('revision'), $request->user());

        return response()->noContent();
    }

    /** A template answers for a notice while it is on: above whatever else of the collection does. */
    public function take(Source $source, string $key, TakeIntoCollection $request): JsonResponse
    {
        $collection = self::find($source, $key);
        OrderDesk::of(Notice::asked($source, $request->validated('notice')))->takeInto($collection->key, $request->validated('template'), $request->user());

        return $this->show($source, $key);
    }

    /**
     * @return array<string, mixed>
     */
    private static function line(Source $source, ClaimCollection $collection): array
    {
        $verdict = $collection->judge(Clock::now()->toDateTimeImmutable(), $source->manifest()->source->zone);

        return [
            'key' => $collection->key, 'name' => $collection->name, 'revision' => $collection->revision, 'active' => $collection->active, 'from' => $collection->first_day, 'until' => $collection->last_day,
            'brand' => $collection->brand === null ? null : ['key' => $collection->brand->key, 'name' => $collection->brand->name],
            'is_on' => $verdict->holds, 'why_not' => $verdict->holds ? null : $verdict->reason, 'days' => $collection->days($source->manifest()->source->zone)->inWords(), 'number' => (int) $collection->claims_count,
        ];
    }

    private static function find(Source $source, string $key): ClaimCollection
    {
        return $source->collections()->where('key', $key)->with('brand')->withCount('claims')->firstOrFail()->setRelation('source', $source);
    }
}
