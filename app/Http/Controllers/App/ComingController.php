<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Finding\Words;
use App\Http\Requests\ChangeComing;
use App\Http\Requests\ListComing;
use App\Http\Resources\DueLine;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\Source;
use App\Timing\ChangeDue;
use App\Timing\Clock;
use App\Timing\PlanDues;
use Herald\Notice\Notice as Declared;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;

/** The messages that go by a date and are still to come. */
final class ComingController
{
    private const SIZE = 50;

    public function index(Source $source, ListComing $request): JsonResponse
    {
        $asked = $request->validated();
        $page = (int) ($asked['page'] ?? 1);
        $coming = Due::query()->where('source_id', $source->id)->where('state', DueState::Waiting)->whereNotNull('anchor')
            ->when($asked['notice'] ?? null, static fn (Builder $query, string $key) => $query->whereIn('notice_id', Notice::query()->where(['source_id' => $source->id, 'key' => $key])->select('id')));
        Words::ofAllRecords($source->id)->narrow($coming, 'dues.record_id', $asked['search'] ?? '');
        $total = Words::counted($coming);
        $found = $coming->with(['notice', 'record'])->orderBy('due_at')->orderBy('id')->forPage($page, self::SIZE)->get();
        $timed = array_filter($source->manifest()->notices, PlanDues::goesByDate(...));

        return response()->json([
            'today' => Clock::now()->setTimezone($source->manifest()->source->zone)->format('Y-m-d'), 'zone' => $source->manifest()->source->zone,
            'dues' => DueLine::collection($found->each(static fn (Due $due) => $due->setRelation('source', $source))),
            'notices' => array_values(array_map(static fn (Declared $notice): array => ['key' => $notice->key, 'name' => $notice->name, 'audience_label' => $notice->audienceLabel], $timed)),
            'total' => min($total, Words::COUNTED), 'more' => $total > Words::COUNTED, 'page' => $page, 'pages' => max(1, (int) ceil(min($total, Words::COUNTED) / self::SIZE)),
        ]);
    }

    public function update(Source $source, int $due, ChangeComing $request): JsonResponse
    {
        $found = Due::query()->where('source_id', $source->id)->whereNotNull('anchor')->with(['notice', 'record'])->findOrFail($due)->setRelation('source', $source);
        $asked = $request->validated();
        $change = new ChangeDue($found, $request->user() ?? throw new \LogicException('Nobody is signed in'), $asked['why']);
        match ($asked['what']) {
            'take_out' => $change->takeOut(),
            'put_back' => $change->putBack(),
            'put_off' => $change->putOff($request->until()),
            default => $change->sendNow(),
        };

        return response()->json(new DueLine($found->refresh()->load(['notice', 'record'])->setRelation('source', $source)));
    }
}
