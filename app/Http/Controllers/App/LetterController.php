<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Finding\Words;
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
    public function index(Source $source, ListLetters $request): JsonResponse
    {
        $asked = $request->validated();
        $query = self::visible($source)->select(['id', 'envelope_to', 'subject', 'from', 'to', 'received_at'])->latest('id');
        [$page, $more] = Words::ofLetters()->page($query, 'letters.id', $asked['search'] ?? '');

        return response()->json([
            'letters' => array_map(static fn (Letter $letter): array => [
                'id' => $letter->id, 'to' => $letter->envelope_to, 'subject' => $letter->subject, 'from' => $letter->from, 'received_at' => $letter->received_at->toIso8601ZuluString(),
            ], $page->items()),
            'total' => $page->total(), 'more' => $more, 'page' => $page->currentPage(), 'pages' => $page->lastPage(),
        ]);
    }

    public function show(Source $source, int $letter): JsonResponse
    {
        $letter = self::visible($source)->findOrFail($letter);
        $dispatch = self::dispatch($source, $letter);

        return response()->json([
            'id' => $letter->id, 'envelope_from' => $letter->envelope_from, 'envelope_to' => $letter->envelope_to, 'received_at' => $letter->received_at->toIso8601ZuluString(),
            'message' => self::opened($source, $letter, $dispatch)->toArray(), 'html_at' => "/stage/{$source->key}/letters/{$letter->id}",
            'dispatch' => $dispatch?->id, 'masked' => self::isMasked($source, $dispatch),
        ]);
    }

    public function html(Source $source, int $letter): Response
    {
        $letter = self::visible($source)->findOrFail($letter);

        return Stage::show($source, self::opened($source, $letter, self::dispatch($source, $letter))->html() ?? '');
    }

    /**
     * @return Builder<Letter>
     */
    private static function visible(Source $source): Builder
    {
        return Letter::query()->where(static fn (Builder $either) => $either->where('source_id', $source->id)
            ->when(Gate::allows('administer', $source), static fn (Builder $query) => $query->orWhereNull('source_id')));
    }

    private static function dispatch(Source $source, Letter $letter): ?Dispatch
    {
        return $letter->message_id === null ? null : Dispatch::query()->where(['source_id' => $source->id, 'message_id' => $letter->message_id])->first();
    }

    private static function isMasked(Source $source, ?Dispatch $dispatch): bool
    {
        return $dispatch !== null && $dispatch->secret && Gate::denies('administer', $source);
    }

    private static function opened(Source $source, Letter $letter, ?Dispatch $dispatch): OpenedLetter
    {
        return new OpenedLetter(self::isMasked($source, $dispatch) ? (string) $dispatch?->message?->bytes : $letter->raw);
    }
}
