<?php

declare(strict_types=1);

namespace Herald\Html;

use Composer\Pcre\Preg;

/** Finds what stands between two signs, comments and style sheets above all, in one way through the text. */
final class Enclosed
{
    public const COMMENTS = ['<!--' => '-->'];

    public const COMMENTS_OF_STYLE_SHEETS = ['/*' => '*/'];

    public const STYLE_SHEETS = ['<style' => '</style'];

    /** What holds no words that are shown. */
    public const UNSEEN = [...self::COMMENTS, ...self::STYLE_SHEETS, '<script' => '</script'];

    /**
     * @param  non-empty-array<non-empty-string, non-empty-string>  $pairs  signs in small letters, and what ends what they begin
     * @return list<string> what stands outside and what stands within, by turns; what has no end stands outside
     */
    public static function apart(string $html, array $pairs): array
    {
        $parts = [];
        [$from, $at] = [0, 0];
        while ($pairs !== [] && Preg::isMatchWithOffsets('~'.implode('|', array_map(static fn (string $sign): string => preg_quote($sign, '~'), array_keys($pairs))).'~i', $html, $found, 0, $at)) {
            [$sign, $begin] = [strtolower((string) $found[0][0]), $found[0][1]];
            $ends = $pairs[$sign];
            $end = stripos($html, $ends, $begin + strlen($sign));
            if ($end !== false && str_starts_with($ends, '</')) {
                [$end, $ends] = [strpos($html, '>', $end), '>'];
            }
            if ($end === false) {
                // Nothing further on has an end either.
                unset($pairs[$sign]);
                $at = $begin;

                continue;
            }
            $at = $end + strlen($ends);
            array_push($parts, substr($html, $from, $begin - $from), substr($html, $begin, $at - $begin));
            $from = $at;
        }

        return [...$parts, substr($html, $from)];
    }

    /** @param  non-empty-array<non-empty-string, non-empty-string>  $pairs  as above */
    public static function without(string $html, array $pairs): string
    {
        return implode('', array_filter(self::apart($html, $pairs), static fn (int $index): bool => $index % 2 === 0, ARRAY_FILTER_USE_KEY));
    }
}
