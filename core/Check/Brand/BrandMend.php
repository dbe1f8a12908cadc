<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

/** A change to a brand that does away with a finding. */
final readonly class BrandMend
{
    /**
     * @param  string  $label  what it does, as words on a button
     * @param  array<string, string|null>  $set  new values by their place in the document ("logo/plate"); null takes one away
     */
    public function __construct(public string $label, public array $set)
    {
    }
}
