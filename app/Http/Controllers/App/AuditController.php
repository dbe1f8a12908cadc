<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Finding\Words;
use App\Http\Requests\ListDeeds;
use App\Http\Resources\DeedLine;
use Illuminate\Http\JsonResponse;
use Spatie\Activitylog\Models\Activity;

/** For administrators: what was done and what was refused, the newest first, found by words, by whom and from where. */
final class AuditController
{
    public function __invoke(ListDeeds $request): JsonResponse
    {
        $asked = $request->validated();
        [$page, $more] = Words::ofDeeds()->page(Activity::query()->with('causer')->latest('id'), 'activity_log.id', $asked['search'] ?? '');

        return response()->json(['deeds' => DeedLine::collection($page->items()), 'total' => $page->total(), 'more' => $more, 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }
}
