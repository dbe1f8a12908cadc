<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Finding\Words;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Event;
use App\Models\Source;
use Illuminate\Http\JsonResponse;

/** How much waits for a person: what failed, what is uncertain, and events whose data do not fit. Each is counted up to {@see Words::COUNTED}. */
final class AttentionController
{
    public function __invoke(Source $source): JsonResponse
    {
        $open = static fn (DispatchState $state): int => Words::counted(Dispatch::query()->where('source_id', $source->id)->open()->where('state', $state));

        return response()->json([
            'failed' => $open(DispatchState::Failed) + $open(DispatchState::Bounced), 'uncertain' => $open(DispatchState::Uncertain),
            'misfits' => Words::counted(Event::query()->where('source_id', $source->id)->misfit()),
        ]);
    }
}
