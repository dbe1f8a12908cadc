<?php

declare(strict_types=1);

namespace Herald\Condition;

/** What a condition said of one set of data, and why. */
final readonly class Verdict
{
    /**
     * @param  string  $reason  e.g. "Status is paid" or "Total is €24.00, not more than €250.00"
     * @param  list<Verdict>  $parts  of a condition made of others
     */
    public function __construct(public bool $holds, public string $reason, public array $parts = [])
    {
    }
}
