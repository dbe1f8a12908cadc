<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Heartbeat;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether a worker is at work. */
final class WorkerAlive implements Point
{
    public function title(): string
    {
        return 'A worker runs';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        return $survey->isAlive(Heartbeat::Worker) ? Told::good('One was seen a moment ago') : Told::bad('None was seen for more than a minute: nothing goes out', 'Start one: php artisan queue:work');
    }
}
