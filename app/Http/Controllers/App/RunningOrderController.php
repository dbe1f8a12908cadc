<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\PassageShelf;
use App\Http\Resources\NoticeLine;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\Source;
use App\Models\TemplateVersion;
use App\Models\ToldSent;
use App\Timing\Clock;
use Herald\Language\LanguageTag;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;

final class RunningOrderController
{
    public function __invoke(Source $source, Request $request): JsonResponse
    {
        $manifest = $source->manifest();
        $notices = $source->notices()->inForce()->with(['claims.collection', 'claims.template.latestVersion' => TemplateVersion::light(...)])->get()
            ->each(fn (Notice $notice) => $notice->setRelation('source', $source))->keyBy('key');
        // All states are named, so that the index is gone through by ranges.
        $recent = Dispatch::query()->whereIn('notice_id', $notices->pluck('id'))->where('created_at', '>=', now()->subDays(30))->selectRaw('notice_id, state, count(*) as number')->groupBy('notice_id', 'state');
        // What failed and was closed needs nobody any more.
        $counts = (clone $recent)->whereIn('state', array_udiff(DispatchState::cases(), DispatchState::TROUBLES, static fn (DispatchState $a, DispatchState $b): int => $a->value <=> $b->value))->toBase()->get()
            ->concat((clone $recent)->open()->toBase()->get())->groupBy('notice_id');
        $records = $source->records()->selectRaw('type, count(*) as number')->groupBy('type')->toBase()->pluck('number', 'type');

        $coming = Due::query()->where('source_id', $source->id)->where('state', DueState::Waiting)->whereNotNull('anchor')->where('due_at', '<', Clock::now()->addDays(7))->selectRaw('notice_id, count(*) as number')->groupBy('notice_id')->toBase()->pluck('number', 'notice_id');
        $doubles = ToldSent::query()->where('source_id', $source->id)->where('created_at', '>=', now()->subDays(30))->doubled()->selectRaw('notice_id, count(*) as number')->groupBy('notice_id')->toBase()->pluck('number', 'notice_id');
        $passages = new PassageShelf($source);
        $now = Clock::now()->toDateTimeImmutable();
        $strands = [];
        $standing = $notices->groupBy(static fn (Notice $notice): string => $notice->declaration()->strand);
        foreach ($manifest->strands as $strand) {
            // Nothing in them is left to be resolved, and there may be hundreds.
            $lines = ($standing->get($strand->key) ?? new Collection)->map(static fn (Notice $notice): array => (new NoticeLine($notice, self::numbers($counts->get($notice->id)), $passages, $now, self::number($coming[$notice->id] ?? null), self::number($doubles[$notice->id] ?? null)))->toArray($request));
            $strands[] = [
                'key' => $strand->key, 'name' => $strand->name, 'about' => $strand->about,
                'records' => (int) ($records[$strand->recordType] ?? 0), 'record_type' => $strand->recordType,
                'records_label' => mb_strtolower($manifest->recordTypes[$strand->recordType]->plural->in('en')),
                'notices' => $lines->values(),
            ];
        }

        return response()->json([
            'source' => [
                'name' => $source->name, 'audiences' => array_map(static fn (string $audience, array $words): array => ['key' => $audience, 'name' => $words['plural']], array_keys($manifest->source->audiences), $manifest->source->audiences),
                'languages' => array_map(static fn (string $tag): array => ['tag' => $tag, 'name' => LanguageTag::name($tag, $tag)], $manifest->source->languages),
            ],
            'new_notices' => $source->fallback->value, 'renamed' => $manifest->isRenamed(),
            'strands' => $strands,
            'unfit' => $source->notices()->whereNull('retired_at')->whereNotNull('unfit')->orderBy('position')->get()->map(static fn (Notice $notice): array => ['key' => $notice->key, 'name' => is_string($notice->document['name'] ?? null) ? $notice->document['name'] : $notice->key, 'why' => (string) $notice->unfit, 'revision' => $notice->revision]),
        ]);
    }

    /**
     * @param  Collection<int, \stdClass>|null  $counts
     * @return array<string, int> by state
     */
    private static function numbers(?Collection $counts): array
    {
        $numbers = [];
        foreach ($counts ?? [] as $one) {
            $numbers[(string) $one->state] = self::number($one->number);
        }

        return $numbers;
    }

    private static function number(mixed $number): int
    {
        return is_numeric($number) ? (int) $number : 0;
    }
}
