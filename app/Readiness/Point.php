<?php

declare(strict_types=1);

namespace App\Readiness;

/** One thing that has to be so for an event to become a message in an inbox. Each is one class in Points, registered in {@see Points}, in the order of the way. */
interface Point
{
    /** What is asked, in a few words: "Somebody answers". */
    public function title(): string;

    public function of(Survey $survey, Asked $asked): Told;
}
