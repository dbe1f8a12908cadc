<?php

declare(strict_types=1);

namespace Herald\Brand;

use Herald\Manuscript\Change;
use Herald\Manuscript\Differences;
use Herald\Record\Vocabulary;

/** In what two documents of a brand differ: token by token, and its frame block by block. */
final class BrandDifferences
{
    /** Members that say nothing of how messages look, and those of the frame, which are compared as manuscripts are. */
    private const OTHERS = ['format', 'version', 'name', 'language', 'envelope', 'manuscript', 'translations'];

    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @param  array<string, string>  $called  what people call the pictures, by their names in the store
     * @return list<Change>
     */
    public static function between(array $before, array $after, array $called = []): array
    {
        [$old, $new] = [self::tokens($before), self::tokens($after)];
        $changes = [];
        foreach (array_unique([...array_keys($old), ...array_keys($new)]) as $place) {
            [$was, $is] = [$old[$place] ?? '', $new[$place] ?? ''];
            if ($was !== $is) {
                [$was, $is] = [$called[$was] ?? $was, $called[$is] ?? $is];
                $is .= $was === $is ? ', another picture' : '';
                $kind = $was === '' ? 'added' : ($is === '' ? 'removed' : 'changed');
                $changes[] = new Change($kind, $place, self::label($place), array_values(array_filter([
                    ['kind' => 'removed', 'text' => $was], ['kind' => 'same', 'text' => $was === '' || $is === '' ? '' : ' → '], ['kind' => 'added', 'text' => $is],
                ], static fn (array $word): bool => $word['text'] !== '')));
            }
        }

        return [...$changes, ...Differences::between($before, $after, Vocabulary::ofFrame())];
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<string, string> by place
     */
    private static function tokens(array $document, string $around = ''): array
    {
        $tokens = [];
        foreach ($around === '' ? array_diff_key($document, array_flip(self::OTHERS)) : $document as $name => $value) {
            if (is_array($value)) {
                $tokens += self::tokens($value, "{$around}{$name}/");
            } elseif (is_scalar($value)) {
                $tokens[$around.$name] = is_bool($value) ? ($value ? 'yes' : 'no') : (string) $value;
            }
        }

        return $tokens;
    }

    private static function label(string $place): string
    {
        $steps = array_map(static fn (string $step): string => is_numeric($step) ? (string) ((int) $step + 1) : strtr($step, '_', ' '), explode('/', $place));

        return ucfirst(implode(', ', $steps));
    }
}
