<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Composer\Pcre\Preg;
use Herald\Record\Path;

/**
 * The way people write inline text: `{order.number}`, `{order.placed_at|date_long}`, `{order.customer.first_name or "guest"}` and
 * `{booking.party_size|words_by_number(one: "# guest", other: "# guests")}` stand for variables, `\{` for a bracket, and a line
 * end for a line break. Anything else in brackets, such as `{{ 7*7 }}`, is just text.
 */
final class Words
{
    /** The formats that are told words, which differ from language to language. */
    public const SAYING = ['words_by_number', 'words_by_value'];

    private const PATTERN = '/\\\\\{|\{\s*(?<path>'.Path::PATTERN.')\s*(?:\|\s*(?<format>[a-z_]+)\s*(?:\((?<with>(?:[^()"]++|"(?:[^"\\\\]++|\\\\.)*+")*+)\)\s*)?)?(?:or\s+"(?<fallback>[^"]*)"\s*)?\}|(?<odd>\{\s*[A-Za-z_][^{}]*\}|\{[A-Za-z_][\w.]*+(?![^{}]*\}))|(?<break>\r?\n)/u';

    private const PARAMETER = '/\G\s*(?<name>[A-Za-z0-9_=-]+|"(?:[^"\\\\]|\\\\.)*")\s*:\s*(?<value>-?\d{1,9}(?=\s*(?:,|$))|"(?:[^"\\\\]|\\\\.)*")\s*(?:,|$)/u';

    /**
     * Whether there is something in inline text that differs from language to language: a letter that is no part of a variable.
     *
     * @param  mixed  $raw  in either of its forms
     */
    public static function areIn(mixed $raw): bool
    {
        foreach (is_string($raw) ? self::runs($raw) : (is_array($raw) ? $raw : []) as $run) {
            foreach (is_array($run) ? [$run['text'] ?? '', $run['fallback'] ?? '', ...(in_array($run['format'] ?? null, self::SAYING, true) && is_array($run['with'] ?? null) ? array_values($run['with']) : [])] : [] as $said) {
                if (is_string($said) && Preg::isMatch('/\p{L}/u', $said)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** The text of a list of runs, without its variables. */
    public static function said(mixed $runs): string
    {
        return implode('', array_map(static fn (mixed $run): string => is_array($run) && is_string($run['text'] ?? null) ? $run['text'] : '', is_array($runs) ? $runs : []));
    }

    /**
     * The same text as a list of runs, as documents may have it too.
     *
     * @param  list<string>  $odd  takes what looks like a variable and cannot be read as one; it stays text
     * @return list<array<string, string|true|array<array-key, string|int>>>
     *
     * @param-out list<string> $odd
     */
    public static function runs(string $text, array &$odd = []): array
    {
        $runs = [];
        $literal = '';
        $offset = 0;
        while (Preg::isMatchWithOffsets(self::PATTERN, $text, $match, 0, $offset)) {
            $literal .= substr($text, $offset, $match[0][1] - $offset);
            $offset = $match[0][1] + strlen((string) $match[0][0]);
            $with = self::with($match['with'][0] ?? '');
            if ($with === null || (! isset($match['path'][0]) && ! isset($match['break'][0]))) {
                $literal .= $match[0][0] === '\{' ? '{' : $match[0][0];
                array_push($odd, ...(isset($match['odd'][0]) || $with === null ? [(string) $match[0][0]] : []));

                continue;
            }
            if ($literal !== '') {
                $runs[] = ['text' => $literal];
                $literal = '';
            }
            $runs[] = isset($match['path'][0])
                ? array_filter(['variable' => $match['path'][0], 'format' => $match['format'][0] ?? null, 'with' => $with, 'fallback' => $match['fallback'][0] ?? null], static fn (string|array|null $member): bool => ! in_array($member, [null, '', []], true))
                : ['break' => true];
        }
        $literal .= substr($text, $offset);
        if ($literal !== '') {
            $runs[] = ['text' => $literal];
        }

        return $runs;
    }

    /**
     * Parameters of a format, `digits: 2` or `one: "# guest", other: "# guests"`; texts are written as in JSON.
     *
     * @return array<array-key, string|int>|null null when they cannot be read
     */
    private static function with(string $text): ?array
    {
        $with = [];
        Preg::matchAllStrictGroups(self::PARAMETER, $text, $found);
        if (implode('', $found[0]) !== $text) {
            return null;
        }
        $read = static fn (string $quoted): mixed => $quoted[0] === '"' ? json_decode($quoted, flags: JSON_THROW_ON_ERROR) : $quoted;
        try {
            foreach ($found['name'] as $index => $name) {
                $value = $found['value'][$index];
                $with[is_string($read($name)) ? $read($name) : $name] = $value[0] === '"' ? (is_string($read($value)) ? $read($value) : '') : (int) $value;
            }
        } catch (\JsonException) {
            return null;
        }

        return $with;
    }
}
