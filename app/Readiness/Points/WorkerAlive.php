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
        return match (true) {
            ! $survey->isAlive(Heartbeat::Worker) => Told::bad('None was seen for more than a minute: nothing goes out', 'Start one: php artisan queue:work'),
            $survey->waitForCareful() > 0 && ! $survey->isAlive(Heartbeat::CarefulWorker) => Told::bad('Messages that ended their worker once wait for a worker of their own, and none was seen for more than a minute', 'Start one: php artisan queue:work --queue=careful --timeout=20'),
            default => Told::good('One was seen a moment ago'),
        };
    }
}
