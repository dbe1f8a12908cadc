<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\PcreException;
use Composer\Pcre\Preg;

/** Takes out of texts what has no business in a message: control characters and marks that override the direction of what follows. */
final class Clean
{
    /**
     * C0 and C1 controls but tab and line feed, and the explicit directional embeddings, overrides and isolates of UAX #9
     * (U+202A to U+202E, U+2066 to U+2069), which could turn round the words after them.
     */
    private const UNWANTED = '/[\x{0}-\x{8}\x{B}-\x{1F}\x{7F}-\x{9F}\x{202A}-\x{202E}\x{2066}-\x{2069}\x{FEFF}]/u';

    public static function text(string $text): string
    {
        if (ctype_print($text)) {
            return $text;
        }
        if (str_contains($text, "\r")) {
            $text = str_replace(["\r\n", "\r"], "\n", $text);
        }

        // Every value of every message comes by here: checked by itself, without the price of a wrapper.
        // @phpstan-ignore herald.uncheckedResult
        return preg_replace(self::UNWANTED, '', mb_check_encoding($text, 'UTF-8') ? $text : mb_scrub($text, 'UTF-8')) ?? throw PcreException::fromFunction('preg_replace', self::UNWANTED);
    }

    /** The text on one line, white space folded: for headers and cells. */
    public static function line(string $text): string
    {
        return Preg::replace('/[\s\x{2028}\x{2029}]+/u', ' ', self::text($text));
    }
}
