<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Heartbeat;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether the scheduler is at work. */
final class SchedulerAlive implements Point
{
    public function title(): string
    {
        return 'The scheduler runs';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        return $survey->isAlive(Heartbeat::Scheduler) ? Told::good('It was seen a moment ago') : Told::bad('It was not seen for more than a minute: what goes by a date does not go', 'Start it: php artisan schedule:work');
    }
}
