<?php

declare(strict_types=1);

namespace Herald\Document;

/** One thing that is wrong with a document: where, and why, in words. */
final readonly class Fault
{
    /**
     * @param  string  $place  path into the document, e.g. "manuscript/3/label"; empty for the document as a whole
     * @param  string  $reason  a sentence without its full stop, e.g. 'lacks "label"'
     */
    public function __construct(public string $place, public string $reason)
    {
    }

    public function inWords(): string
    {
        return $this->place === '' ? $this->reason : $this->place.': '.$this->reason;
    }
}
