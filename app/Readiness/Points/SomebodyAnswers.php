<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Deciding\AskedClaim;
use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;
use Herald\Claim\Otherwise;

/** Whether there are words for it: of a template, or the built-in. */
final class SomebodyAnswers implements Point
{
    public function title(): string
    {
        return 'Somebody answers';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $isSilent = $asked->answers->otherwise === Otherwise::Silent;
        $names = implode(', ', array_map(static fn (AskedClaim $claim): string => $claim->called(), $asked->inForce));
        $always = array_filter($asked->inForce, static fn (AskedClaim $claim): bool => $claim->whole() === null) !== [];

        return match (true) {
            $asked->inForce === [] && $isSilent => Told::bad($asked->declared->languages() === [] ? 'Nothing is written for it yet' : 'It is silent: nothing goes out', $asked->declared->languages() === [] ? 'Write a template' : 'Choose who answers', $asked->page('who-answers')),
            $asked->inForce === [] => Told::good(ucfirst($asked->answers->otherwise->inWords())),
            $isSilent && ! $always => Told::note("{$names}; where none of them fits, nothing goes out", 'Look who answers', $asked->page('who-answers')),
            default => Told::good($names.($always ? '' : '; where none of them fits, '.$asked->answers->otherwise->inWords())),
        };
    }
}
