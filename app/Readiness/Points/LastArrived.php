<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Models\DispatchState;
use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** What became of the last one. */
final class LastArrived implements Point
{
    public function title(): string
    {
        return 'The last one arrived';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $last = $survey->lastDispatch($asked->notice);
        if ($last === null) {
            return Told::note('None has gone out yet');
        }
        $words = ucfirst($last->state->value).' on '.$last->created_at->format('Y-m-d H:i').' UTC'.($last->state_reason === null ? '' : ": {$last->state_reason}");
        $at = "/dispatches/{$last->id}";

        return match ($last->state) {
            DispatchState::Sent => Told::good($words),
            DispatchState::Queued, DispatchState::Sending, DispatchState::Skipped => Told::note($words, 'Look at it', $at),
            DispatchState::Uncertain, DispatchState::Failed, DispatchState::Bounced => Told::bad($words, 'Look at it', $at),
        };
    }
}
