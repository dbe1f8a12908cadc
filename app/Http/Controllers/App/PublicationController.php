<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Composing\Drafts;
use App\Composing\Trial;
use App\Composing\Workbench;
use App\Http\Asked;
use App\Http\Problem;
use App\Loading\PublishTemplate;
use App\Models\Claim;
use App\Models\Dispatch;
use App\Models\DispatchState;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Document\Json;
use Herald\Manuscript\Differences;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

final class PublicationController
{
    /** What publishing the saved draft would do: for which notice, what would differ, for how many people, and what stands in the way. */
    public function show(string $key): JsonResponse
    {
        $bench = Workbench::of($key);
        $notice = $bench->noticeModel();
        $latest = $bench->template->latestVersion;
        $answering = $notice?->answeringClaim();
        $before = match (true) {
            $latest !== null => $bench->version($latest),
            $bench->notice !== null => $bench->notice->toTemplate($key, $bench->template->name, '', $bench->manifest->source->defaultLanguage),
            default => ['envelope' => [], 'manuscript' => []],
        };
        $sent = $notice === null ? null : Dispatch::query()->where('notice_id', $notice->id)->where('created_at', '>=', now()->subDays(30))->where('state', '!=', DispatchState::Skipped)
            ->selectRaw("count(*) as messages, count(distinct nullif(recipient, '')) as people")->toBase()->first();

        return response()->json([
            'revision' => $bench->template->draft?->revision, 'version' => $latest?->number,
            'notice' => $bench->notice === null ? null : ['key' => $bench->notice->key, 'name' => $bench->notice->name],
            'answers_now' => $answering === null ? null : ($answering->template_id === $bench->template->id ? 'its version '.$latest?->number : $answering->template->name),
            'left_to_source' => $bench->notice?->carrier->value === 'source',
            'messages' => (int) ($sent->messages ?? 0), 'people' => (int) ($sent->people ?? 0),
            'compared_with' => $latest === null ? ($bench->notice === null ? null : 'the built-in words') : "version {$latest->number}",
            'changes' => Differences::between($before, $bench->document(), $bench->vocabulary),
            'findings' => array_map(DeskController::finding(...), self::grave($bench)),
        ]);
    }

    /** Publishes the draft of that revision: it answers for its notice from now on. */
    public function store(string $key, Request $request): JsonResponse
    {
        $given = Asked::of($request, ['revision' => ['required', 'integer:strict']]);
        $bench = Workbench::of($key);
        $grave = self::grave($bench);
        if ($grave !== []) {
            return Problem::response(422, 'It cannot be published yet', '', array_map(static fn (Finding $finding): array => ['place' => (string) $finding->block, 'reason' => $finding->words], $grave));
        }
        DB::transaction(static function () use ($bench, $given, $request): void {
            $draft = Drafts::ofRevision($bench->template, $given['revision']);
            $version = PublishTemplate::from($bench->source, Json::ofArray($bench->document(), $bench->template->key), $request->user());
            $draft->delete();
            $bench->template->update(['archived_at' => null]);
            $notice = $bench->noticeModel();
            $notice?->answerWith($notice->claims->first(static fn (Claim $claim): bool => $claim->template_id === $version->template_id), $request->user());
        });

        return (new TemplateController)->show($key);
    }

    /**
     * @return list<Finding>
     */
    private static function grave(Workbench $bench): array
    {
        $document = Json::ofArray($bench->document(), $bench->template->key);
        $grave = array_values(array_filter($bench->findings($document), static fn (Finding $finding): bool => $finding->weight === Weight::Grave));

        // What is known to be wrong need not be tried.
        return $grave === [] ? Trial::of($bench, $document) : $grave;
    }
}
