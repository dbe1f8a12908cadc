<?php

declare(strict_types=1);

namespace Herald\Colour;

/** A colour that a picture shows in many shades. */
final readonly class Swatch
{
    /**
     * @param  float  $share  of the painted area, 0 to 1
     */
    public function __construct(public Colour $colour, public float $share)
    {
    }

    /** How much it stands for the picture: by its area and its chroma. */
    public function weight(): float
    {
        return sqrt($this->share) * $this->colour->lab()->chroma();
    }
}
