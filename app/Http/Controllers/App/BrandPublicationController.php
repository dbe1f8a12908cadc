<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Branding\Pictures;
use App\Branding\PublishBrand;
use App\Branding\Wearer;
use App\Branding\Workshop;
use App\Composing\Drafts;
use App\Http\Asked;
use App\Http\Problem;
use Herald\Brand\Brand as Design;
use Herald\Brand\BrandDifferences;
use Herald\Check\Brand\BrandFinding;
use Herald\Check\Weight;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Language\LanguageTag;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

final class BrandPublicationController
{
    /** What publishing the saved draft would do: which editions would change, which templates override some of it, and what stands in the way. */
    public function show(string $key): JsonResponse
    {
        $workshop = Workshop::of($key);
        $json = Json::ofArray($workshop->document(), $key);
        $after = Design::stored($json, Pictures::address());
        $before = $workshop->source->brandWornAs($key)->read();
        [$editions, $overrides, $broken] = [[], [], []];
        foreach (Wearer::of($workshop->brand, $workshop->source) as $wearer) {
            try {
                $changed = $wearer->changes($before, $after);
            } catch (InvalidDocument $e) {
                $broken[] = ['weight' => Weight::Grave->value, 'place' => '', 'words' => "{$wearer->template->name} can no longer be compiled: {$e->getMessage()}", 'mends' => []];

                continue;
            }
            $editions[] = [
                'template' => $wearer->template->key, 'name' => $wearer->template->name, 'languages' => array_map(LanguageTag::name(...), $changed),
                'notice' => $wearer->answersFor?->declaration()->name,
            ];
            $tokens = $wearer->overrides();
            if ($tokens !== []) {
                $overrides[] = ['template' => $wearer->template->key, 'name' => $wearer->template->name, 'tokens' => $tokens];
            }
        }

        return response()->json([
            'revision' => $workshop->brand->draft?->revision, 'version' => $workshop->brand->latestVersion?->number, 'default' => $workshop->brand->is_default,
            'changes' => $workshop->brand->latestVersion === null ? [] : BrandDifferences::between($workshop->version($workshop->brand->latestVersion), $json->data),
            'editions' => array_values(array_filter($editions, static fn (array $one): bool => $one['languages'] !== [])), 'overrides' => $overrides,
            'findings' => [...$broken, ...array_map(BrandDesignController::finding(...), self::grave($workshop, $json))],
        ]);
    }

    /** Publishes the draft of that revision: what wears it goes out in it from now on. */
    public function store(string $key, Request $request): JsonResponse
    {
        $given = Asked::of($request, ['revision' => ['required', 'integer:strict']]);
        $workshop = Workshop::of($key);
        $json = Json::ofArray($workshop->document(), $key);
        $grave = self::grave($workshop, $json);
        if ($grave !== []) {
            return Problem::response(422, 'It cannot be published yet', '', array_map(static fn (BrandFinding $finding): array => ['place' => $finding->place, 'reason' => $finding->words], $grave));
        }
        DB::transaction(static function () use ($workshop, $json, $given, $request): void {
            $draft = Drafts::ofRevision($workshop->brand, $given['revision']);
            PublishBrand::from($workshop->brand, $json, $request->user());
            $draft->delete();
        });

        return (new BrandController)->show($key);
    }

    /**
     * @return list<BrandFinding>
     */
    private static function grave(Workshop $workshop, Json $json): array
    {
        return array_values(array_filter($workshop->findings($json), static fn (BrandFinding $finding): bool => $finding->weight === Weight::Grave));
    }
}
