<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Composer\Pcre\Preg;
use Herald\Record\Vocabulary;
use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\UnifiedDiffOutputBuilder;

/** In what two documents of a template differ, block by block and word by word. */
final class Differences
{
    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return list<Change> in the order of the later document, what was taken out last
     */
    public static function between(array $before, array $after, Vocabulary $vocabulary): array
    {
        [$old, $new] = [Inventory::of($before, $vocabulary), Inventory::of($after, $vocabulary)];
        $changes = [];
        foreach ($new as $id => $entry) {
            // PHP makes numbers of ids that are digits alone.
            $id = (string) $id;
            $known = $old[$id] ?? null;
            $settings = self::settings($known->settings ?? [], $entry->settings);
            if ($known === null) {
                $changes[] = new Change('added', $id, $entry->label, self::words('', $entry->words));
            } elseif ($known->words !== $entry->words || $settings !== []) {
                $changes[] = new Change('changed', $id, $entry->label, self::words($known->words, $entry->words), $settings);
            }
        }
        $inBoth = static fn (array $one, array $other): array => array_values(array_filter(
            array_map(strval(...), array_keys(array_intersect_key($one, $other))), static fn (string $id): bool => ! str_starts_with($id, Inventory::NO_BLOCK),
        ));
        foreach (self::moved($inBoth($old, $new), $inBoth($new, $old)) as $id) {
            $changes[] = new Change('moved', $id, $new[$id]->label, self::words($new[$id]->words, $new[$id]->words));
        }
        foreach (array_diff_key($old, $new) as $id => $entry) {
            $changes[] = new Change('removed', (string) $id, $entry->label, self::words($entry->words, ''));
        }

        return $changes;
    }

    /**
     * @param  array<string, array{title: string, value: string}>  $before
     * @param  array<string, array{title: string, value: string}>  $after
     * @return list<array{title: string, before: string, after: string}>
     */
    private static function settings(array $before, array $after): array
    {
        $changed = [];
        foreach ([...$before, ...$after] as $place => ['title' => $title]) {
            [$was, $is] = [$before[$place]['value'] ?? '', $after[$place]['value'] ?? ''];
            if ($was !== $is) {
                $changed[] = ['title' => $title, 'before' => $was, 'after' => $is];
            }
        }

        return $changed;
    }

    /**
     * The fewest blocks whose place must change to come from one order to the other.
     *
     * @param  list<string>  $before
     * @param  list<string>  $after
     * @return list<string>
     */
    private static function moved(array $before, array $after): array
    {
        $moved = [];
        foreach (self::steps($before, $after) as [$id, $kind]) {
            if ($kind === 'added') {
                $moved[] = $id;
            }
        }

        return $moved;
    }

    /**
     * In what two texts differ, word by word.
     *
     * @return list<array{kind: 'same'|'removed'|'added', text: string}>
     */
    public static function words(string $before, string $after): array
    {
        $words = [];
        foreach (self::steps(self::split($before), self::split($after)) as [$word, $kind]) {
            $last = array_key_last($words);
            if ($last !== null && $words[$last]['kind'] === $kind) {
                $words[$last]['text'] .= $word;
            } else {
                $words[] = ['kind' => $kind, 'text' => $word];
            }
        }

        return $words;
    }

    /**
     * @return list<string> words with the blanks after them
     */
    private static function split(string $text): array
    {
        return $text === '' ? [] : Preg::split('/(?<=\s)(?=\S)/u', $text);
    }

    /**
     * @param  list<string>  $before
     * @param  list<string>  $after
     * @return list<array{string, 'same'|'removed'|'added'}>
     */
    private static function steps(array $before, array $after): array
    {
        $steps = [];
        foreach ((new Differ(new UnifiedDiffOutputBuilder))->diffToArray($before, $after) as $step) {
            if (is_array($step) && is_string($step[0] ?? null)) {
                $steps[] = [$step[0], match ($step[1] ?? Differ::OLD) {
                    Differ::ADDED => 'added', Differ::REMOVED => 'removed', default => 'same',
                }];
            }
        }

        return $steps;
    }
}
