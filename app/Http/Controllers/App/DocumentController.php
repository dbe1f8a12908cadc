<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\Desk;
use App\Documents\Drafts;
use App\Documents\Publish;
use App\Http\Problem;
use App\Http\Requests\PublishDraft;
use App\Http\Requests\ReadDocument;
use App\Http\Requests\SaveDraft;
use App\Http\Resources\DocumentLine;
use App\Http\Resources\FindingLine;
use App\Models\DocumentKind;
use App\Models\Source;
use App\Models\Version;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Document\Json;
use Illuminate\Http\JsonResponse;

/** What can be done with a document of any kind: drafts, comparisons, versions, publication. */
final class DocumentController
{
    public function show(Source $source, string $key, DocumentKind $kind): JsonResponse
    {
        $desk = Desk::at($source, $kind, $key);

        return response()->json([...DocumentLine::of($desk->kept())->resolve(), 'document' => $desk->document()]);
    }

    /** Saves a draft, unless it has been saved or published by someone else since the revision and version that were worked on. */
    public function saveDraft(Source $source, string $key, DocumentKind $kind, SaveDraft $request): JsonResponse
    {
        $asked = $request->validated();
        $desk = Desk::at($source, $kind, $key);
        Drafts::save($desk->kept(), $asked['revision'], $asked['version'], $desk->formed($request->sent()), $request->user());

        return $this->show($source, $key, $kind);
    }

    /** In what the saved draft, or the published version where there is none, or a version that is named, differs from a document. */
    public function compare(Source $source, string $key, DocumentKind $kind, ReadDocument $request): JsonResponse
    {
        $desk = Desk::at($source, $kind, $key);
        $with = $request->validated()['with'] ?? null;
        $other = $with === null ? $desk->document() : $desk->version($desk->kept()->versions()->where('number', $with)->firstOrFail());

        return response()->json(['changes' => $desk->differences($desk->formed($request->sent())->data, $other)]);
    }

    public function versions(Source $source, string $key, DocumentKind $kind): JsonResponse
    {
        $versions = Desk::at($source, $kind, $key)->kept()->versions()->with('user')->latest('number')->get();

        return response()->json(['versions' => $versions->map(static fn (Version $version): array => [
            'number' => $version->number, 'at' => $version->published_at?->toIso8601ZuluString(), 'by' => $version->user?->name,
        ])]);
    }

    public function version(Source $source, string $key, int $number, DocumentKind $kind): JsonResponse
    {
        $desk = Desk::at($source, $kind, $key);
        $version = $desk->kept()->versions()->where('number', $number)->firstOrFail();
        $before = $desk->kept()->versions()->where('number', $number - 1)->first();

        return response()->json([
            'number' => $version->number, 'document' => $desk->version($version), 'words' => $desk->differences([], $desk->version($version)),
            'changes' => $before === null ? [] : $desk->differences($desk->version($before), $desk->version($version)),
        ]);
    }

    /** What publishing the saved draft would do, in what it differs, and what stands in the way. */
    public function publication(Source $source, string $key, DocumentKind $kind): JsonResponse
    {
        $desk = Desk::at($source, $kind, $key);
        $json = Json::ofArray($desk->document(), $key);
        $outlook = $desk->outlook($json);
        $advice = array_filter($desk->findings($json), static fn (Finding $finding): bool => $finding->weight === Weight::Advisory);

        return response()->json([
            'revision' => $desk->kept()->draft?->revision, 'version' => $desk->kept()->latestVersion?->number, ...$outlook, 'findings' => FindingLine::collection($outlook['findings']),
            'advice' => FindingLine::collection(array_values($advice)),
        ]);
    }

    /** Publishes the draft of that revision: it is in force from now on. */
    public function publish(Source $source, string $key, DocumentKind $kind, PublishDraft $request): JsonResponse
    {
        $asked = $request->validated();
        $desk = Desk::at($source, $kind, $key);
        $json = Json::ofArray($desk->document(), $key);
        $grave = $desk->grave($json);
        if ($grave !== []) {
            return Problem::response(422, 'It cannot be published yet', '', array_map(static fn (Finding $finding): array => ['place' => $finding->block ?? (string) $finding->part, 'reason' => $finding->words], $grave));
        }
        Publish::document($desk, $json, $request->user(), $asked['revision'], $request->place());

        return $this->show($source, $key, $kind);
    }
}
