<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether the data of events fit the record type: where they do not, conditions cannot be judged and dates do not follow. */
final class EventsFit implements Point
{
    public function title(): string
    {
        return 'Event data fit';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $number = $survey->misfits($asked->declared->recordType, $asked->declared->cue->event);

        return $number === 0
            ? Told::good('The data of all events received fit the record type')
            : Told::bad($number === 1 ? 'The data of one event do not fit the record type' : "The data of {$number} events do not fit the record type", 'Look at these events', '/events?misfit=1');
    }
}
