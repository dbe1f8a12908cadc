<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether it is switched on here. */
final class SwitchedOn implements Point
{
    public function title(): string
    {
        return 'It is switched on';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        return $asked->declared->on ? Told::good('It is on') : Told::bad('It is switched off here', 'Switch it on', $asked->page('here'));
    }
}
