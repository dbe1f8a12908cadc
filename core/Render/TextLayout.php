<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;

/**
 * Sets a filled plain-text part: paragraphs in lines of at most 78 characters (RFC 5322 section 2.1.1 recommends no more), headings underlined, rows
 * of a table as aligned columns. The marks it goes by are control characters, which {@see \Herald\Value\Clean} takes out of all values.
 */
final class TextLayout
{
    public const HEADING = "\x02";

    public const RULE = "\x03";

    public const ROW = "\x04";

    public const CELL = "\x1F";

    public const END = "\x05";

    /** A line break within a cell. */
    public const BREAK = "\x06";

    private const COLUMNS = 78;

    private const GAP = 2;

    /** A column is no narrower than this when a table must be squeezed. */
    private const NARROWEST = 12;

    public static function set(string $text): string
    {
        $lines = [];
        $rows = [];
        foreach (explode("\n", $text) as $line) {
            $line = rtrim($line, " \t");
            if (str_starts_with($line, self::ROW)) {
                $rows[] = explode(self::CELL, substr($line, 1));

                continue;
            }
            array_push($lines, ...self::table($rows), ...self::line($line));
            $rows = [];
        }
        array_push($lines, ...self::table($rows));

        return trim(Preg::replace('/\n{3,}/', "\n\n", implode("\n", $lines)), "\n")."\n";
    }

    /**
     * @return list<string>
     */
    private static function line(string $line): array
    {
        if ($line === self::RULE) {
            return [str_repeat('-', self::COLUMNS)];
        }
        if (str_starts_with($line, self::HEADING)) {
            $lines = self::wrap(substr($line, 1), self::COLUMNS);

            return [...$lines, str_repeat('=', max(1, ...array_map(self::width(...), $lines)))];
        }

        return self::wrap($line, self::COLUMNS);
    }

    /**
     * @param  list<list<string>>  $rows
     * @return list<string>
     */
    private static function table(array $rows): array
    {
        if ($rows === []) {
            return [];
        }
        $widths = [];
        foreach ($rows as $cells) {
            foreach ($cells as $index => $cell) {
                $widths[$index] = max([$widths[$index] ?? 0, ...array_map(self::width(...), explode(self::BREAK, ltrim($cell, self::END)))]);
            }
        }
        $widest = $widths === [] ? 0 : array_keys($widths, max($widths))[0];
        $over = array_sum($widths) + self::GAP * (count($widths) - 1) - self::COLUMNS;
        $widths[$widest] = $over > 0 ? max(self::NARROWEST, $widths[$widest] - $over) : $widths[$widest];

        return array_merge(...array_map(static fn (array $cells): array => self::row($cells, $widths), $rows));
    }

    /**
     * @param  list<string>  $cells
     * @param  array<int, int>  $widths
     * @return list<string>
     */
    private static function row(array $cells, array $widths): array
    {
        $columns = [];
        foreach ($cells as $index => $cell) {
            $columns[$index] = array_merge(...array_map(
                static fn (string $line): array => self::wrap(trim($line), $widths[$index]),
                explode(self::BREAK, ltrim($cell, self::END)),
            ));
        }
        $lines = [];
        for ($n = 0; $n < max([1, ...array_map(count(...), $columns)]); $n++) {
            $line = '';
            foreach ($columns as $index => $column) {
                $text = $column[$n] ?? '';
                $pad = str_repeat(' ', max(0, $widths[$index] - self::width($text)));
                $line .= ($index === 0 ? '' : str_repeat(' ', self::GAP)).(str_starts_with($cells[$index], self::END) ? $pad.$text : $text.$pad);
            }
            $lines[] = rtrim($line);
        }

        return $lines;
    }

    /**
     * Breaks at spaces; a word that is longer than the line, such as an address, is left whole.
     *
     * @return non-empty-list<string>
     */
    private static function wrap(string $text, int $columns): array
    {
        if (self::width($text) <= $columns) {
            return [$text];
        }
        $lines = [];
        $line = '';
        foreach (explode(' ', $text) as $word) {
            if ($line !== '' && self::width($line.' '.$word) > $columns) {
                $lines[] = $line;
                $line = $word;
            } else {
                $line = $line === '' ? $word : $line.' '.$word;
            }
        }

        return [...$lines, $line];
    }

    private static function width(string $text): int
    {
        return mb_strwidth($text, 'UTF-8');
    }
}
