<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Finding\Words;
use App\Http\Requests\CloseDispatch;
use App\Http\Requests\ListDispatches;
use App\Http\Requests\RetryDispatch;
use App\Http\Requests\RetryDispatches;
use App\Http\Resources\AnswerLine;
use App\Http\Resources\DispatchLine;
use App\Http\Stage;
use App\Mailroom\OpenedLetter;
use App\Models\Dispatch;
use App\Models\DispatchRecipient;
use App\Models\DispatchState;
use App\Models\EventOrigin;
use App\Models\Notice;
use App\Models\RecipientRole;
use App\Models\Response as Given;
use App\Models\Source;
use App\Sending\ByHand;
use Carbon\CarbonImmutable;
use Herald\Document\InvalidDocument;
use Herald\Record\Question;
use Herald\Record\RecordReader;
use Herald\Record\Secrets;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final class DispatchController
{
    /** How many are tried again at once. */
    private const AT_ONCE = 50;

    private const LOADED = ['notice.source', 'record', 'to', 'edition.templateVersion.template'];

    public function index(Source $source, ListDispatches $request): JsonResponse
    {
        $asked = $request->validated();
        $all = Dispatch::query()->where('source_id', $source->id ?? 0);
        $counts = (clone $all)->whereNull('closed_at')->selectRaw('state, count(*) as number')->groupBy('state')->toBase()->pluck('number', 'state')->map(static fn (mixed $number): int => (int) $number);
        $found = self::narrowed($all, $asked)->with(self::LOADED)->latest('id')->when($asked['state'] ?? null, fn (Builder $query, string $state) => $query->where('state', $state)->whereNull('closed_at'))
            ->when(($asked['closed'] ?? null) !== null, fn (Builder $query) => $query->whereNotNull('closed_at'));
        [$page, $more] = Words::ofDispatches($source->id)->page($found, 'dispatches.id', $asked['search'] ?? '');

        return response()->json([
            'counts' => (object) $counts->all(), 'closed' => (clone $all)->whereNotNull('closed_at')->count(), 'dispatches' => DispatchLine::collection($page->items()),
            'notices' => $source->notices()->whereHas('dispatches')->get()->map(static fn (Notice $notice): array => ['key' => $notice->key, 'name' => $notice->setRelation('source', $source)->called()]),
            'total' => $page->total(), 'more' => $more, 'page' => $page->currentPage(), 'pages' => $page->lastPage(),
        ]);
    }

    public function show(Source $source, string $id): JsonResponse
    {
        $dispatch = self::find($source, $id);
        $version = $dispatch->edition?->templateVersion;
        $worn = $dispatch->edition?->brandVersion;

        return response()->json([
            ...(new DispatchLine($dispatch))->resolve(),
            'occasion' => $dispatch->occasion, 'set_off_by' => self::setOffBy($dispatch),
            'template' => $version?->template->name, 'brand' => ($dispatch->edition->brand ?? '').($worn === null ? '' : ", version {$worn->number}"), 'edition_number' => $dispatch->edition?->id,
            'decision' => $dispatch->decision['reasons'] ?? [],
            'language_reason' => $dispatch->language_reason,
            'attempts' => $dispatch->attempts, 'due_at' => $dispatch->state === DispatchState::Queued ? $dispatch->due_at->toIso8601ZuluString() : null,
            'sent_at' => $dispatch->sent_at?->toIso8601ZuluString(), 'message_id' => $dispatch->message_id,
            'may_retry' => $dispatch->isOpen() && $dispatch->isWhole(), 'may_decide_anew' => $dispatch->isOpen() && $dispatch->edition !== null, 'recipient_now' => self::recipientNow($source, $dispatch),
            'secret' => $dispatch->secret, 'may_settle' => $dispatch->isOpen() && $dispatch->state === DispatchState::Uncertain, 'may_close' => $dispatch->isOpen(),
            'closed_at' => $dispatch->closed_at?->toIso8601ZuluString(), 'closed_by' => $dispatch->closer?->name, 'remark' => $dispatch->remark, 'decided_anew_as' => $dispatch->againDue?->dispatch?->id,
            'asked' => self::asked($source, $dispatch),
            'data' => (object) array_diff_key(Secrets::masked($dispatch->data), [Vocabulary::ANSWERS => 1]),
            'copies' => $dispatch->recipients->reject(static fn (DispatchRecipient $one): bool => $one->role === RecipientRole::To)->map(static fn (DispatchRecipient $one): array => [
                'role' => $one->role->value, 'address' => $one->address, 'state' => $one->state->value, 'state_reason' => $one->state_reason,
            ])->values(),
            'message' => $dispatch->message === null ? null : (new OpenedLetter($dispatch->message->bytes))->toArray(),
            'html_at' => $dispatch->message === null ? null : "/stage/{$source->key}/dispatches/{$dispatch->id}",
        ]);
    }

    /**
     * What it asks, and what was answered.
     *
     * @return list<array<string, mixed>>
     */
    private static function asked(Source $source, Dispatch $dispatch): array
    {
        $given = Given::query()->where('dispatch_id', $dispatch->id)->orderBy('turn')->get()->groupBy('key');

        return array_values(DB::table('asked')->where('dispatch_id', $dispatch->id)->orderBy('key')->get()->map(static function (object $asked) use ($source, $given): array {
            $question = AnswerLine::question($source, $asked->record_type, $asked->key);

            return [
                'key' => $asked->key, 'label' => $question?->label->in('en') ?? Question::readable($asked->key), 'until' => CarbonImmutable::parse($asked->until, 'UTC')->toIso8601ZuluString(),
                'answers' => $given->get($asked->key, collect())->map(static fn (Given $one): array => ['answer' => $question?->inWords($one->value) ?? $one->value, 'at' => $one->answered_at->toIso8601ZuluString()])->all(),
            ];
        })->all());
    }

    public function html(Source $source, string $id): Response
    {
        $bytes = self::find($source, $id)->message->bytes ?? abort(404);

        return Stage::show($source, (new OpenedLetter($bytes))->html() ?? '');
    }

    /**
     * @param  Builder<Dispatch>  $all
     * @param  array<string, mixed>  $asked  as {@see ListDispatches} and {@see RetryDispatches} take it
     * @return Builder<Dispatch>
     */
    private static function narrowed(Builder $all, array $asked): Builder
    {
        return $all->when($asked['notice'] ?? null, static fn (Builder $query, string $key) => $query->whereHas('notice', static fn (Builder $notice) => $notice->where('key', $key)))
            ->when($asked['days'] ?? null, static fn (Builder $query, int|string $days) => $query->where('created_at', '>=', now()->subDays((int) $days)));
    }

    /** Some of those that failed, the oldest first. Whoever asks goes on after the last of them: so it is seen how far it is. */
    public function retrySome(Source $source, RetryDispatches $request): JsonResponse
    {
        $asked = $request->validated();
        $some = self::narrowed(Dispatch::query()->where(['source_id' => $source->id, 'state' => DispatchState::Failed])->whereNull('closed_at'), $asked)->where('id', '>', $asked['after'] ?? '')->with(['due', 'notice', 'source'])->orderBy('id')->limit(self::AT_ONCE)->get();
        $again = 0;
        foreach ($some as $dispatch) {
            try {
                ByHand::againOrAnew($dispatch, $request->user());
                $again++;
            } catch (ConflictHttpException) {
                // Too late, its secret is gone from the record as well, or somebody was faster.
            }
        }

        return response()->json(['again' => $again, 'left_out' => $some->count() - $again, 'after' => $some->count() === self::AT_ONCE ? $some->last()?->id : null]);
    }

    /** Sends the same message again, or decides it anew. */
    public function retry(Source $source, string $id, RetryDispatch $request): JsonResponse
    {
        $request->validated('as') === 'anew' ? ByHand::anew(self::find($source, $id), $request->user()) : ByHand::again(self::find($source, $id), $request->user());

        return $this->show($source, $id);
    }

    public function close(Source $source, string $id, CloseDispatch $request): JsonResponse
    {
        ByHand::close(self::find($source, $id), $request->validated('remark'), $request->user());

        return $this->show($source, $id);
    }

    /** Whom it would go to if it were decided anew, by the record as it stands; null where that cannot be told. */
    private static function recipientNow(Source $source, Dispatch $dispatch): ?string
    {
        $declared = $source->manifest()->notices[$dispatch->notice->key] ?? null;
        $type = $source->manifest()->recordTypes[$dispatch->record->type] ?? null;
        $data = $type === null ? null : $dispatch->record->read($type);
        if ($declared === null || $type === null || $data === null || $declared->recipient->each !== null || ! $dispatch->isOpen()) {
            return null;
        }
        try {
            $given = RecordReader::given($declared->given, $dispatch->event->given ?? $dispatch->due->given ?? [], 'given');
        } catch (InvalidDocument) {
            $given = [];
        }

        return $declared->recipient->resolve([$type->key => $data, 'given' => $given])->address;
    }

    public function settle(Source $source, string $id, Request $request): JsonResponse
    {
        ByHand::arrived(self::find($source, $id), $request->user());

        return $this->show($source, $id);
    }

    private static function setOffBy(Dispatch $dispatch): string
    {
        $event = $dispatch->event;

        return match (true) {
            $dispatch->due?->local_time !== null && $dispatch->due->followed() !== null => "a message before it, due {$dispatch->due->local_time} in {$dispatch->due->zone}",
            $dispatch->due?->anchor !== null => "its date, due {$dispatch->due->local_time} in {$dispatch->due->zone}",
            str_starts_with($dispatch->occasion, 'date:') => 'its date',
            str_starts_with($dispatch->occasion, 'follow:') => 'a message before it',
            $event === null => trim('by hand, '.$dispatch->due?->user?->name, ', '),
            $event->origin === EventOrigin::Answer => "an answer, {$event->name}",
            $event->origin === EventOrigin::Api => "{$event->name}, told by the source",
            default => "{$event->name}, changed here".($event->user === null ? '' : " by {$event->user->name}"),
        };
    }

    private static function find(Source $source, string $id): Dispatch
    {
        return Dispatch::query()->where('source_id', $source->id)->with([...self::LOADED, 'event.user', 'due.user', 'message', 'recipients', 'closer', 'againDue.dispatch', 'source'])->findOrFail($id);
    }
}
