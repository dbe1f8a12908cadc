<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether anything is due and does not go. */
final class NothingWaits implements Point
{
    public function title(): string
    {
        return 'Nothing waits';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $waiting = $survey->waiting($asked->notice);

        return $waiting->number === 0 ? Told::good('Nothing is due that has not gone') : Told::bad(($waiting->number === 1 ? 'One message is' : "{$waiting->number} messages are")." due and did not go, since {$waiting->first}", 'Look at worker and scheduler');
    }
}
