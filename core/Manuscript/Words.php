<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Record\Path;

/**
 * The way people write inline text: `{order.number}`, `{order.placed_at|date_long}` and `{order.customer.first_name or "guest"}` stand for variables,
 * `\{` for a bracket, and a line end for a line break. Anything else in brackets, such as `{{ 7*7 }}`, is just text.
 */
final class Words
{
    private const PATTERN = '/\\\\\{|\{\s*(?<path>'.Path::PATTERN.')\s*(?:\|\s*(?<format>[a-z_]+)\s*)?(?:or\s+"(?<fallback>[^"]*)"\s*)?\}|(?<odd>\{\s*[A-Za-z_][^{}]*\})|(?<break>\r?\n)/u';

    /**
     * Whether there is something in inline text that differs from language to language: a letter that is no part of a variable.
     *
     * @param  mixed  $raw  in either of its forms
     */
    public static function areIn(mixed $raw): bool
    {
        foreach (is_string($raw) ? self::runs($raw) : (is_array($raw) ? $raw : []) as $run) {
            foreach (is_array($run) ? [$run['text'] ?? '', $run['fallback'] ?? ''] : [] as $said) {
                if (is_string($said) && preg_match('/\p{L}/u', $said) === 1) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * The same text as a list of runs, as documents may have it too.
     *
     * @param  list<string>  $odd  takes what looks like a variable and cannot be read as one; it stays text
     * @return list<array<string, string|true>>
     *
     * @param-out list<string> $odd
     */
    public static function runs(string $text, array &$odd = []): array
    {
        $runs = [];
        $literal = '';
        $offset = 0;
        while (preg_match(self::PATTERN, $text, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $offset) === 1) {
            $literal .= substr($text, $offset, $match[0][1] - $offset);
            $offset = $match[0][1] + strlen((string) $match[0][0]);
            if (! isset($match['path'][0]) && ! isset($match['break'][0])) {
                $literal .= $match[0][0] === '\{' ? '{' : $match[0][0];
                array_push($odd, ...(isset($match['odd'][0]) ? [$match['odd'][0]] : []));

                continue;
            }
            if ($literal !== '') {
                $runs[] = ['text' => $literal];
                $literal = '';
            }
            $runs[] = isset($match['path'][0])
                ? array_filter(['variable' => $match['path'][0], 'format' => $match['format'][0] ?? null, 'fallback' => $match['fallback'][0] ?? null], static fn (?string $member): bool => $member !== null && $member !== '')
                : ['break' => true];
        }
        $literal .= substr($text, $offset);
        if ($literal !== '') {
            $runs[] = ['text' => $literal];
        }

        return $runs;
    }
}
