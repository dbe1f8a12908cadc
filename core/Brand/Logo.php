<?php

declare(strict_types=1);

namespace Herald\Brand;

/** The sign of a brand. */
final readonly class Logo
{
    /** In px, where nothing else is said: logos are 100 to 200 px wide (common practice). */
    public const WIDTH = 160;

    /** So many times as wide as they are shown are pictures loaded: screens of phones are as dense as that. */
    public const DENSITY = 2;

    /**
     * @param  string  $address  where mail programs load it from
     * @param  string|null  $darkAddress  of the version for dark surroundings
     * @param  int  $width  shown at, in px
     * @param  string|null  $link  where it leads; null for the source's own page
     * @param  string|null  $alternative  said instead of it; null for the source's name
     * @param  string|null  $plate  `#RRGGBB` laid behind it, in light and in dark
     */
    public function __construct(
        public string $address,
        public ?string $darkAddress,
        public int $width,
        public ?string $link,
        public ?string $alternative,
        public ?string $plate,
    ) {
    }
}
