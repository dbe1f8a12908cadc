<?php

declare(strict_types=1);

namespace Herald\Value;

/** Puts several texts into one, by CLDR's list patterns: "a, b and c". */
final class Listing
{
    /** @var array<string, array<array-key, string>> patterns by language and kind */
    private static array $patterns = [];

    /**
     * @param  list<string>  $texts
     * @param  'standard'|'or'|'unit'  $kind  CLDR's name
     */
    public static function of(array $texts, string $language, string $kind = 'standard'): string
    {
        $last = array_pop($texts);
        if ($last === null || $texts === []) {
            return (string) $last;
        }
        $patterns = self::$patterns["{$language} {$kind}"] ??= CldrData::texts($language, 'listPattern', $kind) + ['2' => '{0}, {1}', 'start' => '{0}, {1}', 'middle' => '{0}, {1}', 'end' => '{0}, {1}'];
        if (count($texts) === 1) {
            return strtr($patterns['2'], ['{0}' => $texts[0], '{1}' => $last]);
        }
        $joined = (string) array_shift($texts);
        foreach ($texts as $index => $text) {
            $joined = strtr($patterns[$index === 0 ? 'start' : 'middle'], ['{0}' => $joined, '{1}' => $text]);
        }

        return strtr($patterns['end'], ['{0}' => $joined, '{1}' => $last]);
    }
}
