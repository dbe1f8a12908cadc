<?php

declare(strict_types=1);

namespace Herald\Brand;

use Herald\Colour\Colour;
use Herald\Style\ColourRole;

/** What a proposal says of one role. */
final readonly class ProposedRole
{
    /**
     * @param  Colour  $from  the colour of the picture that it is, or was made of
     * @param  float  $distance  how far it is from that (CIEDE2000)
     * @param  string  $words  what was done to it
     */
    public function __construct(public ColourRole $role, public Colour $colour, public Colour $from, public float $distance, public string $words)
    {
    }
}
