<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;

/** A text as people compare it who do not look closely: without case and accents, "Ökel" as "okel" (Unicode case folding and compatibility decomposition). */
final class Fold
{
    public static function text(string $text): string
    {
        $apart = \Normalizer::normalize(mb_convert_case($text, MB_CASE_FOLD), \Normalizer::FORM_KD);

        return Preg::replace('/\p{Mn}+/u', '', is_string($apart) ? $apart : '');
    }
}
