<?php

declare(strict_types=1);

namespace Herald\Record;

use Composer\Pcre\Preg;
use Herald\Value\Fold;

/** By which words something is found, whatever their case and accents: by the beginning of each. */
final class SearchWords
{
    /** Letters at most: longer words are found by these. */
    public const LONGEST = 64;

    private const MOST = 100;

    /**
     * The words of a text. What is written as one, such as an address or a number with its letters, is found by the beginning of each part of it as well: LM-20429 is also 20429.
     *
     * @return list<string>
     */
    public static function of(string $text): array
    {
        $words = [];
        foreach (self::apart($text) as $whole) {
            $words[] = $whole;
            // Where no blanks stand between words, each sign may begin one.
            $begins = Preg::isMatch('/[\p{Han}\p{Hiragana}\p{Katakana}\p{Thai}]/u', $whole) ? '/./u' : '/(?<=[^\p{L}\p{N}])[\p{L}\p{N}]/u';
            Preg::matchAllWithOffsets($begins, $whole, $found);
            foreach ($found[0] as [, $offset]) {
                $words[] = substr($whole, $offset);
            }
        }
        $short = array_map(static fn (string $word): string => mb_substr($word, 0, self::LONGEST), $words);

        return array_slice(array_values(array_unique(array_filter($short, static fn (string $word): bool => Preg::isMatch('/[\p{L}\p{N}]/u', $word)))), 0, self::MOST);
    }

    /**
     * What a person who searches has written, each to be the beginning of a word; signs before it are none of it, as words begin behind them, too: @example.org.
     *
     * @return list<string>
     */
    public static function asked(string $search): array
    {
        return array_map(static fn (string $word): string => mb_substr(Preg::replace('/^[^\p{L}\p{N}]+(?=[\p{L}\p{N}])/u', '', $word), 0, self::LONGEST), self::apart($search));
    }

    /**
     * @return list<string> folded, at white space
     */
    private static function apart(string $text): array
    {
        return array_values(array_filter(Preg::split('/[\s\p{Z}]+/u', Fold::text($text)), static fn (string $word): bool => $word !== ''));
    }
}
