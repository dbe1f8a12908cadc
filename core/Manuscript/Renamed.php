<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Record\Path;
use Herald\Record\Vocabulary;

/** A document in which every field goes by the name that it has today, though it was written when the field was called otherwise (`was`). */
final class Renamed
{
    /**
     * @param  array<array-key, mixed>  $document  in normal form
     * @return array<array-key, mixed> in normal form
     */
    public static function in(array $document, Vocabulary $vocabulary): array
    {
        if (! $vocabulary->isRenamed()) {
            return $document;
        }
        $after = $document;
        foreach (Walk::through($document, $vocabulary) as $piece) {
            // The one setting that names a field, by its key alone.
            $today = $piece->part === 'sorted_by' ? self::key($piece) : self::today($piece->kind, $piece->raw, $piece->vocabulary);
            if ($today !== $piece->raw) {
                self::put($after, explode('/', $piece->place), $today);
            }
            foreach ($piece->kind === PartKind::Inline && is_array($document['translations'] ?? null) ? $document['translations'] : [] as $language => $words) {
                $said = is_array($words) ? $words["{$piece->id}.{$piece->part}"] ?? null : null;
                if ($said !== null) {
                    self::put($after, ['translations', (string) $language, "{$piece->id}.{$piece->part}"], self::runs($said, $piece->vocabulary));
                }
            }
        }

        return $after;
    }

    private static function key(Piece $piece): mixed
    {
        $item = is_string($piece->object['item'] ?? null) ? $piece->object['item'] : 'item';
        $path = is_string($piece->raw) ? self::path("{$item}.{$piece->raw}", $piece->vocabulary) : null;

        return is_string($path) ? substr($path, strlen($item) + 1) : $piece->raw;
    }

    private static function today(PartKind $kind, mixed $raw, Vocabulary $vocabulary): mixed
    {
        return $raw === null ? null : match ($kind) {
            PartKind::Inline, PartKind::Link => self::runs($raw, $vocabulary),
            PartKind::Condition => self::condition($raw, $vocabulary),
            PartKind::List => self::path($raw, $vocabulary),
            PartKind::Html => is_string($raw) ? OwnHtml::renamed($raw, static fn (string $path): string => is_string($now = self::path($path, $vocabulary)) ? $now : $path) : $raw,
            default => $raw,
        };
    }

    private static function runs(mixed $runs, Vocabulary $vocabulary): mixed
    {
        return ! is_array($runs) ? $runs : array_map(static fn (mixed $run): mixed => ! is_array($run) ? $run : [
            ...$run,
            ...(isset($run['variable']) ? ['variable' => self::path($run['variable'], $vocabulary)] : []),
            ...(isset($run['link']) ? ['link' => self::runs($run['link'], $vocabulary)] : []),
        ], $runs);
    }

    private static function condition(mixed $condition, Vocabulary $vocabulary): mixed
    {
        if (! is_array($condition)) {
            return $condition;
        }
        $inside = isset($condition['where']) ? $vocabulary->with(is_string($condition['item'] ?? null) ? $condition['item'] : 'one', $vocabulary->items($condition['list'] ?? null)) : $vocabulary;
        foreach ($condition as $name => $member) {
            $condition[$name] = match (true) {
                $name === 'path' || $name === 'list' => self::path($member, $vocabulary),
                $name === 'where' => self::condition($member, $inside),
                default => self::condition($member, $vocabulary),
            };
        }

        return $condition;
    }

    private static function path(mixed $path, Vocabulary $vocabulary): mixed
    {
        try {
            return is_string($path) ? (string) $vocabulary->current(Path::of($path)) : $path;
        } catch (\InvalidArgumentException) {
            return $path;
        }
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @param  list<string>  $place
     */
    private static function put(array &$document, array $place, mixed $value): void
    {
        $step = array_shift($place);
        if ($place === [] || ! is_array($document[$step] ?? null)) {
            $document[$step ?? ''] = $value;

            return;
        }
        self::put($document[$step], $place, $value);
    }
}
