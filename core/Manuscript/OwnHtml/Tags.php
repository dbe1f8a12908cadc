<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Composer\Pcre\Preg;

/** Finds Twig's tags in a text: `{{ … }}`, `{% … %}` and `{# … #}`, whose quoted texts may hold the signs that would end them. */
final class Tags
{
    private const TAG = '~\G(?:\{\{(?:[^"\'}]++|"(?:[^"\\\\]++|\\\\.)*+"|\'(?:[^\'\\\\]++|\\\\.)*+\'|\}(?!\}))*+\}\}|\{%(?:[^"\'%]++|"(?:[^"\\\\]++|\\\\.)*+"|\'(?:[^\'\\\\]++|\\\\.)*+\'|%(?!\}))*+%\}|\{\#(?:[^\#]++|\#(?!\}))*+\#\})~s';

    /**
     * @param  int|null  $open  takes the byte at which the first tag begins that has no end; what follows it is text
     * @return list<string> text and tags by turns, beginning and ending with a text
     *
     * @param-out int|null $open
     */
    public static function apart(string $html, ?int &$open = null): array
    {
        $parts = [];
        $open = null;
        for ($from = 0; Preg::isMatchWithOffsets('~\{[{%\#]~', $html, $found, 0, $from); $from = $at + strlen($tag[0])) {
            $at = $found[0][1];
            if (! Preg::isMatchStrictGroups(self::TAG, $html, $tag, 0, $at)) {
                $open = $at;

                break;
            }
            array_push($parts, substr($html, $from, $at - $from), $tag[0]);
        }

        return [...$parts, substr($html, $from)];
    }
}
