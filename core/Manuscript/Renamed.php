<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Record\Renaming;
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

        return is_string($piece->raw) ? substr(Renaming::path("{$item}.{$piece->raw}", $piece->vocabulary), strlen($item) + 1) : $piece->raw;
    }

    private static function today(PartKind $kind, mixed $raw, Vocabulary $vocabulary): mixed
    {
        return $raw === null ? null : match ($kind) {
            PartKind::Inline, PartKind::Link => self::runs($raw, $vocabulary),
            PartKind::Condition => is_array($raw) ? Renaming::in($raw, $vocabulary) : $raw,
            PartKind::List => self::path($raw, $vocabulary),
            PartKind::Html => is_string($raw) ? OwnHtml::renamed($raw, static fn (string $path): string => Renaming::path($path, $vocabulary)) : $raw,
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

    private static function path(mixed $path, Vocabulary $vocabulary): mixed
    {
        return is_string($path) ? Renaming::path($path, $vocabulary) : $path;
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
