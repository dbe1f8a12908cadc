<?php

declare(strict_types=1);

namespace Herald\Colour;

use Composer\Pcre\Preg;
use Herald\Document\Json;

/** The colours that CSS knows by name (CSS Color Module Level 4, section 6.1). */
final class ColourNames
{
    /** Writes names in a value of CSS as figures, which hold in more mail programs and can be reckoned with. */
    public static function asFigures(string $css): string
    {
        /** @var Json|null $names */
        static $names = null;
        $names ??= Json::ofFile(__DIR__.'/colour-names.json');

        return Preg::replaceCallback('/(?<![\w#-])[a-z]+(?![\w-])/i', static function (array $match) use ($names): string {
            $hex = $names->data[strtolower($match[0])] ?? null;

            return is_string($hex) ? $hex : $match[0];
        }, $css);
    }
}
