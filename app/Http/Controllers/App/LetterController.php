<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\ListLetters;
use App\Http\Stage;
use App\Mailroom\OpenedLetter;
use App\Models\Dispatch;
use App\Models\Letter;
use App\Models\Source;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;

/**
 * The mailroom's page: what the mail server stand-in has received for the source that is shown. Letters of which it cannot be told whose they are, and what is secret in
 * others, are for administrators.
 */
final class LetterController
{
    public function index(ListLetters $request): JsonResponse
    {
        $asked = $request->validated();
        $query = self::visible()->select(['id', 'envelope_to', 'subject', 'from', 'to', 'received_at'])->latest('id');
        if (($asked['search'] ?? '') !== '') {
            $like = '%'.addcslashes($asked['search'], '%_\\').'%';
            $query->where(fn ($either) => $either->whereLike('subject', $like)->orWhereLike('envelope_to', $like));
        }
        $page = $query->paginate(50);

        return response()->json([
            'letters' => array_map(static fn (Letter $letter): array => [
                'id' => $letter->id, 'to' => $letter->envelope_to, 'subject' => $letter->subject, 'from' => $letter->from, 'received_at' => $letter->received_at->toIso8601ZuluString(),
            ], $page->items()),
            'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage(),
        ]);
    }

    public function show(int $letter): JsonResponse
    {
        $letter = self::visible()->findOrFail($letter);
        $dispatch = self::dispatch($letter);

        return response()->json([
            'id' => $letter->id, 'envelope_from' => $letter->envelope_from, 'envelope_to' => $letter->envelope_to, 'received_at' => $letter->received_at->toIso8601ZuluString(),
            'message' => self::opened($letter, $dispatch)->toArray(), 'html_at' => "/stage/letters/{$letter->id}",
            'dispatch' => $dispatch?->id, 'masked' => self::isMasked($dispatch),
        ]);
    }

    public function html(int $letter): Response
    {
        $letter = self::visible()->findOrFail($letter);

        return Stage::show(self::opened($letter, self::dispatch($letter))->html() ?? '');
    }

    /**
     * @return Builder<Letter>
     */
    private static function visible(): Builder
    {
        return Letter::query()->where(static fn (Builder $either) => $either->where('source_id', Source::current()->id ?? 0)
            ->when(Gate::allows('administer'), static fn (Builder $query) => $query->orWhereNull('source_id')));
    }

    private static function dispatch(Letter $letter): ?Dispatch
    {
        return $letter->message_id === null ? null : Dispatch::query()->where('message_id', $letter->message_id)->first();
    }

    private static function isMasked(?Dispatch $dispatch): bool
    {
        return $dispatch !== null && $dispatch->secret && Gate::denies('administer');
    }

    private static function opened(Letter $letter, ?Dispatch $dispatch): OpenedLetter
    {
        return new OpenedLetter(self::isMasked($dispatch) ? (string) $dispatch?->message?->bytes : $letter->raw);
    }
}
