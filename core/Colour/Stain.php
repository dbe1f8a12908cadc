<?php

declare(strict_types=1);

namespace Herald\Colour;

/** One colour of a picture. */
final readonly class Stain
{
    /**
     * @param  float  $opacity  from 0 to 1
     * @param  float  $share  of what is painted at all, from 0 to 1
     */
    public function __construct(public Colour $colour, public float $opacity, public float $share)
    {
    }
}
