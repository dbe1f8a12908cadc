<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** For how many records the condition that was added here holds. */
final class StillTrue implements Point
{
    public function title(): string
    {
        return 'Its condition holds';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $condition = $asked->declared->narrowing;
        if ($condition === null) {
            return Told::good('No condition was added here');
        }
        $records = $survey->records($asked->declared->recordType);
        $holds = count(array_filter($records, static fn (array $record): bool => $condition->holds($record['data'])));
        $words = "“Only if {$condition->sentence()}” holds for {$holds} of the ".count($records).' newest records';

        return $holds > 0 || $records === [] ? Told::good($words) : Told::bad($words, 'Look at the condition', $asked->page('here'));
    }
}
