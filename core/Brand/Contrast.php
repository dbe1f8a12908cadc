<?php

declare(strict_types=1);

namespace Herald\Brand;

/** How well text stands out from its ground (WCAG 2.2: relative luminance and contrast ratio, as defined there). */
final class Contrast
{
    /** The least for text of any size (SC 1.4.3). */
    public const TEXT = 4.5;

    /**
     * @param  string  $one  `#RRGGBB`
     * @return float from 1 to 21
     */
    public static function ratio(string $one, string $other): float
    {
        $lights = [self::luminance($one), self::luminance($other)];

        return (max($lights) + 0.05) / (min($lights) + 0.05);
    }

    private static function luminance(string $colour): float
    {
        [$red, $green, $blue] = array_map(static function (string $part): float {
            $channel = hexdec($part) / 255;

            return $channel <= 0.04045 ? $channel / 12.92 : (($channel + 0.055) / 1.055) ** 2.4;
        }, str_split(substr($colour, 1), 2));

        return 0.2126 * $red + 0.7152 * $green + 0.0722 * $blue;
    }
}
