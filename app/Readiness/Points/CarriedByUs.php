<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;
use Herald\Notice\Carrier;

/** Who sends it. */
final class CarriedByUs implements Point
{
    public function title(): string
    {
        return 'It is sent from here';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        return $asked->declared->carrier === Carrier::Herald ? Told::good('It is sent from here') : Told::bad('The application still sends it itself', 'Take it over', $asked->page('carrier'));
    }
}
