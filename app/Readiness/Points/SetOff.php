<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether what it waits for ever happens. */
final class SetOff implements Point
{
    public function title(): string
    {
        return 'It is set off';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $cue = $asked->declared->cue;
        if ($cue->time !== null && ! $asked->declared->on) {
            return Told::note('This notice is off. Its messages are scheduled once it is on', 'Switch the notice on to see how many are scheduled', $asked->page('here'));
        }
        if ($cue->time !== null) {
            [$coming, $were] = [$survey->coming($asked->notice)->number, $survey->cameDue($asked->notice)->number];

            return $coming + $were > 0
                ? Told::good("It goes {$cue->inWords()}: {$coming} to come, {$were} came due in the last ".Survey::DAYS.' days')
                : Told::bad("It goes {$cue->inWords()}, and there is no record for which that is to come", $cue->follows === null ? 'Look whether records have that date' : 'Look whether the message that it follows goes out', $cue->follows === null ? "/records/{$asked->declared->recordType}" : "/notices/{$cue->follows}");
        }
        if ($cue->event !== null) {
            $told = $survey->events($cue->event);

            return $told->number === 0
                ? Told::bad("The event {$cue->event} was not told in the last ".Survey::DAYS.' days', 'Have the application tell it: POST /api/v1/events', $asked->page('declared'))
                : Told::good("{$cue->event} was told {$told->times()} in the last ".Survey::DAYS." days, last on {$told->last}");
        }
        $set = $survey->setOff($asked->notice);

        return $set->number === 0
            ? Told::note("It goes {$cue->inWords()}; that was not so in the last ".Survey::DAYS.' days', 'Change a record so that it is', "/records/{$asked->declared->recordType}")
            : Told::good("It was set off {$set->times()} in the last ".Survey::DAYS." days, last on {$set->last}");
    }
}
