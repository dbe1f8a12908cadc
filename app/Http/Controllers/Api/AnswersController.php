<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\Response;
use App\Models\Source;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What people have answered, for the source to take over: it is told and does not tell. */
final class AnswersController
{
    private const AT_ONCE = 500;

    /** In seconds. Two that are given at once may be written the other way round: whoever goes on from the last one must not miss the one before. */
    private const SETTLED = 5;

    public function __invoke(Request $request): JsonResponse
    {
        $asked = $request->validate(['after' => ['nullable', 'integer', 'between:0,9000000000000000']]);
        /** @var Source $source the token's owner */
        $source = $request->user();
        $found = Response::query()->where('source_id', $source->id)->where('id', '>', (int) ($asked['after'] ?? 0))->where('created_at', '<=', now()->subSeconds(self::SETTLED))
            ->with(['record', 'dispatch.to'])->orderBy('id')->limit(self::AT_ONCE)->get();

        return response()->json(['answers' => $found->map(static fn (Response $one): array => [
            'id' => $one->id, 'record_type' => $one->record_type, 'record' => $one->record->key, 'question' => $one->key, 'answer' => $one->value, 'changed' => $one->turn > 0,
            'at' => $one->answered_at->toIso8601ZuluString(), 'address' => $one->dispatch->to?->address, 'message' => $one->dispatch_id,
        ])]);
    }
}
