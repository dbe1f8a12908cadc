<?php

declare(strict_types=1);

namespace Herald\Language;

use Composer\Pcre\Preg;

/** Questions about a BCP 47 language tag (RFC 5646). */
final class LanguageTag
{
    /** ISO 15924 codes of the scripts in use that run from right to left, for tags that name their script. */
    private const RIGHT_TO_LEFT_SCRIPTS = ['Arab', 'Hebr', 'Thaa', 'Syrc', 'Nkoo', 'Adlm', 'Rohg', 'Mand', 'Samr'];

    /** Whether the tag is well-formed: a language, then subtags of one to eight letters or digits (RFC 5646 section 2.1). */
    public static function isWellFormed(string $tag): bool
    {
        return Preg::isMatch('/^[a-z]{2,8}(-[a-z0-9]{1,8})*$/i', $tag);
    }

    /** Whether text in this language runs from right to left, by the layout data of CLDR. */
    public static function isRightToLeft(string $tag): bool
    {
        if (in_array(\Locale::getScript($tag), self::RIGHT_TO_LEFT_SCRIPTS, true)) {
            return true;
        }
        $layout = \ResourceBundle::create(\Locale::canonicalize($tag) ?? 'root', 'ICUDATA', true)?->get('layout');

        return $layout instanceof \ResourceBundle && $layout->get('characters') === 'right-to-left';
    }

    /** The language's name in the given language, e.g. "German". */
    public static function name(string $tag, string $in = 'en'): string
    {
        return \Locale::getDisplayName($tag, $in) ?: $tag;
    }
}
