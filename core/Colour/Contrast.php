<?php

declare(strict_types=1);

namespace Herald\Colour;

/** How well text stands out from its ground (WCAG 2.2: contrast ratio, as defined there). */
final class Contrast
{
    /** The least for text of any size (SC 1.4.3). */
    public const TEXT = 4.5;

    /** The least for text of 24 px, or 18.66 px in bold, and for what is not text (SC 1.4.3, 1.4.11). */
    public const LARGE = 3.0;

    /**
     * @param  string  $one  `#RRGGBB`
     * @return float from 1 to 21
     */
    public static function ratio(string $one, string $other): float
    {
        return self::between(Colour::ofHex($one), Colour::ofHex($other));
    }

    public static function between(Colour $one, Colour $other): float
    {
        $lights = [$one->luminance(), $other->luminance()];

        return (max($lights) + 0.05) / (min($lights) + 0.05);
    }

    /** As a figure to be read: with one digit, rounded down, so that what falls short is not made to look enough. */
    public static function figure(float $ratio): float
    {
        return floor($ratio * 10) / 10;
    }
}
