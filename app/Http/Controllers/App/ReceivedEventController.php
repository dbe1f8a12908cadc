<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Finding\Words;
use App\Http\Requests\ListEvents;
use App\Http\Requests\RetryEvents;
use App\Http\Resources\EventLine;
use App\Models\Event;
use App\Models\Source;
use App\Sending\FitEvent;
use Herald\Document\InvalidDocument;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The last events that came in, with what each notice said of them; and those whose data do not fit, which can be tried again. */
final class ReceivedEventController
{
    private const SIZE = 50;

    /** How many are tried again at once. */
    private const AT_ONCE = 50;

    public function index(Source $source, ListEvents $request): JsonResponse
    {
        $asked = $request->validated();
        $page = (int) ($asked['page'] ?? 1);
        $all = Event::query()->where('source_id', $source->id)->when($asked['misfit'] ?? null, static fn (Builder $events) => $events->misfit());
        $total = Words::counted($all);

        return response()->json([
            'events' => $all->with('record')->latest('id')->forPage($page, self::SIZE)->get()->map(static fn (Event $event): EventLine => new EventLine($event, $source)),
            'misfits' => Words::counted(Event::query()->where('source_id', $source->id)->misfit()),
            'total' => min($total, Words::COUNTED), 'more' => $total > Words::COUNTED, 'page' => $page, 'pages' => max(1, (int) ceil(min($total, Words::COUNTED) / self::SIZE)),
        ]);
    }

    public function retry(Source $source, string $event, Request $request): JsonResponse
    {
        $found = Event::query()->where('source_id', $source->id)->with('record')->findOrFail($event);
        $wasMisfit = $found->data !== null;
        FitEvent::of($found, $source);
        if ($wasMisfit) {
            Audit::note($request->user(), 'retried', "The event {$found->event_id}, tried again by hand", $found->record, $source);
        }

        return response()->json(new EventLine($found->load('record'), $source));
    }

    /** Some of those that do not fit, the oldest first. Whoever asks goes on after the last of them. */
    public function retrySome(Source $source, RetryEvents $request): JsonResponse
    {
        $some = Event::query()->where('source_id', $source->id)->misfit()->where('id', '>', $request->validated('after') ?? 0)->orderBy('id')->limit(self::AT_ONCE)->get();
        $fit = 0;
        foreach ($some as $event) {
            try {
                FitEvent::of($event, $source);
                $fit++;
            } catch (InvalidDocument) {
                // It waits on, with the place as it is by now.
            }
        }
        if ($fit > 0) {
            Audit::note($request->user(), 'retried', ($fit === 1 ? 'One event' : "{$fit} events").' whose data fit by now', null, $source);
        }

        return response()->json(['fit' => $fit, 'left' => $some->count() - $fit, 'after' => $some->count() === self::AT_ONCE ? $some->last()?->id : null]);
    }
}
