<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** In how many records there is an address. */
final class HasRecipient implements Point
{
    public function title(): string
    {
        return 'It has a recipient';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $rule = $asked->declared->recipient;
        if ($rule->each !== null) {
            return Told::good('It goes to '.$rule->inWords());
        }
        $records = $survey->records($asked->declared->recordType);
        $has = count(array_filter($records, static fn (array $record): bool => $rule->resolve($record['data'])->address !== null));
        $words = ucfirst($rule->inWords())." is filled in {$has} of the ".count($records).' newest records';

        return match (true) {
            $records === [] => Told::note('There are no such records yet', 'Load them: php artisan herald:records'),
            $has === 0 => Told::bad($words, 'Look at the records', "/records/{$asked->declared->recordType}"),
            $has < count($records) => Told::note($words.'; the others are skipped'),
            default => Told::good($words),
        };
    }
}
