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

    /** The words alone, variables by their path in brackets; for lists and search. */
    public function plain(): string
    {
        return implode('', array_map(static fn (Run $run): string => match (true) {
            $run->content instanceof Variable => '{'.$run->content->path.'}',
            $run->content === null => "\n",
            default => $run->content,
        }, $this->runs));
    }
}
