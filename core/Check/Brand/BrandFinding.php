<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Weight;

/** What is to be said of a brand: where, what, how grave, how to mend it. */
final readonly class BrandFinding
{
    /**
     * @param  string  $place  in the document: "colours/link", "logo", "css"
     * @param  list<BrandMend>  $mends
     */
    public function __construct(public Weight $weight, public string $place, public string $words, public array $mends = [])
    {
    }
}
