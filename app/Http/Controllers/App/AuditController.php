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
        $query = Activity::query()->with('causer')->latest('id');
        Words::ofDeeds()->narrow($query, 'activity_log.id', $asked['search'] ?? '');
        $page = $query->paginate(50, total: ($asked['search'] ?? '') === '' ? null : Words::counted($query));

        return response()->json(['deeds' => DeedLine::collection($page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }
}
