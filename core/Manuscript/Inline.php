<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** Text that runs within a line: one translatable string. */
final readonly class Inline
{
    /**
     * @param  list<Run>  $runs
     */
    public function __construct(public array $runs)
    {
    }

    public function isEmpty(): bool
    {
        return $this->runs === [];
    }
}
