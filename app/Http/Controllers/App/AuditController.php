<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\ListDeeds;
use App\Http\Resources\DeedLine;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Spatie\Activitylog\Models\Activity;

/** For administrators: what was done and what was refused, the newest first, found by words, by whom and from where. */
final class AuditController
{
    public function __invoke(ListDeeds $request): JsonResponse
    {
        $asked = $request->validated();
        $query = Activity::query()->with('causer')->latest('id');
        foreach (preg_split('/\s+/', $asked['search'] ?? '', -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $like = '%'.addcslashes($word, '%_\\').'%';
            $query->where(static fn (Builder $either) => $either->whereLike('description', $like)->orWhereLike('origin', $like)->orWhereLike('event', $like)
                ->orWhere(static fn (Builder $by) => $by->where('causer_type', (new User)->getMorphClass())->whereIn('causer_id', User::query()->whereLike('name', $like)->orWhereLike('email', $like)->select('id'))));
        }
        $page = $query->paginate(50);

        return response()->json(['deeds' => DeedLine::collection($page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }
}
