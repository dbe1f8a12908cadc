<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Document\Fault;

/** What could be read of a template that is still being written. */
final readonly class DraftReading
{
    /**
     * @param  list<Fault>  $faults  what could not be read
     * @param  list<string>  $missing  the ids of the strings that have no words in its language
     */
    public function __construct(public Manuscript $manuscript, public array $faults, public array $missing)
    {
    }
}
