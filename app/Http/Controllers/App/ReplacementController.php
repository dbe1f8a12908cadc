<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\Drafts;
use App\Documents\TemplateDesk;
use App\Http\Requests\Replace;
use App\Http\Requests\ReplaceInAll;
use App\Http\Requests\ReplaceInOne;
use App\Models\Source;
use Herald\Document\Extent;
use Herald\Document\Json;
use Herald\Document\Limits;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;

/** Find and replace: in what is being written, or in all templates at once. */
final class ReplacementController
{
    /** A document with all replaced, which is for its author to take. */
    public function inOne(Source $source, string $key, ReplaceInOne $request): JsonResponse
    {
        $desk = TemplateDesk::of($source, $key);
        $before = $desk->formed($request->sent())->data;
        [$after, $times] = $request->replacing()->in($before);

        return response()->json(['document' => $after, 'times' => $times, 'changes' => $desk->differences($before, $after)]);
    }

    /** Where it would be replaced, and what would differ then. */
    public function foresee(Source $source, Replace $request): JsonResponse
    {
        $found = [];
        foreach ($source->templates()->whereNull('archived_at')->with(['latestVersion.user', 'draft.user', 'claims.notice'])->orderBy('name')->get() as $template) {
            $desk = TemplateDesk::with($template, $source);
            [$after, $times] = $request->replacing()->in($before = $desk->document());
            if ($times > 0) {
                $found[] = ['key' => $template->key, 'name' => $template->name, 'times' => $times, 'revision' => $template->draft?->revision, 'version' => $template->latestVersion?->number, 'changes' => $desk->differences($before, $after)];
            }
        }

        return response()->json(['templates' => $found]);
    }

    /** Replaces it in the drafts of several templates: in all, or, when one of them was changed meanwhile, in none. */
    public function store(Source $source, ReplaceInAll $request): JsonResponse
    {
        $times = DB::transaction(static function () use ($source, $request): int {
            $times = 0;
            foreach ($request->validated('templates') as $asked) {
                $desk = TemplateDesk::of($source, $asked['key']);
                [$after, $replaced] = $request->replacing()->in($desk->document());
                if ($replaced > 0) {
                    $json = Json::ofArray($after, $asked['key']);
                    Extent::check($json, app(Limits::class));
                    Drafts::save($desk->template, $asked['revision'], $asked['version'], $json, $request->user());
                }
                $times += $replaced;
            }

            return $times;
        });

        return response()->json(['times' => $times]);
    }
}
