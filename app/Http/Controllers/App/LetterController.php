<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Stage;
use App\Mailroom\OpenedLetter;
use App\Models\Dispatch;
use App\Models\Letter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The mailroom's page: what the mail server stand-in has received. */
final class LetterController
{
    public function index(Request $request): JsonResponse
    {
        $given = $request->validate(['search' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'between:1,1000000']]);
        $query = Letter::query()->select(['id', 'envelope_to', 'subject', 'from', 'to', 'received_at'])->latest('id');
        if (($given['search'] ?? '') !== '') {
            $like = '%'.addcslashes($given['search'], '%_\\').'%';
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

    public function show(Letter $letter): JsonResponse
    {
        return response()->json([
            'id' => $letter->id, 'envelope_from' => $letter->envelope_from, 'envelope_to' => $letter->envelope_to, 'received_at' => $letter->received_at->toIso8601ZuluString(),
            'message' => (new OpenedLetter($letter->raw))->toArray(), 'html_at' => "/stage/letters/{$letter->id}",
            'dispatch' => $letter->message_id === null ? null : Dispatch::query()->where('message_id', $letter->message_id)->value('id'),
        ]);
    }

    public function html(Letter $letter): Response
    {
        return Stage::show((new OpenedLetter($letter->raw))->html() ?? '');
    }
}
