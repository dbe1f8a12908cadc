<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\ListAnswers;
use App\Http\Resources\AnswerLine;
use App\Models\Response;
use App\Models\Source;
use App\Responses\Counts;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;

/** What people have answered. */
final class AnswersController
{
    public function __invoke(Source $source, ListAnswers $request): JsonResponse
    {
        $asked = $request->validated();
        $found = Response::query()->where('source_id', $source->id)->with(['record', 'dispatch.notice', 'dispatch.to'])->latest('answered_at')->latest('id')
            ->when($asked['key'] ?? null, static fn (Builder $query, string $key) => $query->where(['record_type' => $asked['type'], 'key' => $key]))
            ->when($asked['answer'] ?? null, static fn (Builder $query, string $answer) => $query->where('value', $answer))->paginate(50);
        foreach ($found->items() as $one) {
            $one->dispatch->notice->setRelation('source', $source);
        }

        return response()->json([
            'questions' => Counts::of($source), 'answers' => AnswerLine::collection($found->items()),
            'total' => $found->total(), 'page' => $found->currentPage(), 'pages' => $found->lastPage(),
        ]);
    }
}
