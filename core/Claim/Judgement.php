<?php

declare(strict_types=1);

namespace Herald\Claim;

/** What reasoning says of one of an order of claims. */
final readonly class Judgement
{
    /**
     * @param  list<int>  $shadowedBy  where it never answers: those above it, by their place, that take all of its records, and none too many; none of them where its condition contradicts itself
     */
    public function __construct(public Standing $standing, public array $shadowedBy = [])
    {
    }
}
