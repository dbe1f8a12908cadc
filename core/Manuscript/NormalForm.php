<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** Writes all text of a template document as lists of runs, the one form that the composer works on. */
final class NormalForm
{
    /**
     * @param  array<array-key, mixed>  $document  that has passed the schema
     * @return array<array-key, mixed>
     */
    public static function of(array $document): array
    {
        return self::map($document, self::change(...));
    }

    /**
     * @return list<array<array-key, mixed>>
     */
    public static function blocks(mixed $blocks): array
    {
        return self::mapBlocks($blocks, self::change(...));
    }

    /**
     * The document with each member that holds no others changed.
     *
     * @param  array<array-key, mixed>  $document
     * @param  \Closure(PartKind, mixed): mixed  $change
     * @return array<array-key, mixed>
     */
    public static function map(array $document, \Closure $change): array
    {
        $envelope = is_array($document['envelope'] ?? null) ? $document['envelope'] : [];
        // A language without a word is none.
        $translations = array_filter(is_array($document['translations'] ?? null) ? $document['translations'] : []);

        return [
            ...array_diff_key($document, ['translations' => 1]),
            'envelope' => self::object($envelope, Shape::ofEnvelope(), $change),
            'manuscript' => self::mapBlocks($document['manuscript'] ?? [], $change),
            ...(is_array($plain = $document['plain'] ?? null) ? ['plain' => [...$plain, 'blocks' => self::mapBlocks($plain['blocks'] ?? [], $change)]] : []),
            ...($translations === [] ? [] : ['translations' => array_map(
                static fn (mixed $words): array => array_map(static fn (mixed $raw): mixed => $change(PartKind::Inline, $raw), is_array($words) ? $words : []),
                $translations,
            )]),
        ];
    }

    /**
     * @param  \Closure(PartKind, mixed): mixed  $change
     * @return list<array<array-key, mixed>>
     */
    private static function mapBlocks(mixed $blocks, \Closure $change): array
    {
        $normal = [];
        foreach (is_array($blocks) ? $blocks : [] as $block) {
            if (is_array($block)) {
                $shape = Shape::ofBlock(is_string($block['type'] ?? null) ? $block['type'] : '');
                $normal[] = $shape === null ? $block : self::object($block, $shape, $change);
            }
        }

        return $normal;
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @param  \Closure(PartKind, mixed): mixed  $change
     * @return array<array-key, mixed>
     */
    private static function object(array $object, Shape $shape, \Closure $change): array
    {
        foreach ($shape->parts as $part => $kind) {
            if (isset($object[$part])) {
                $object[$part] = match ($kind) {
                    PartKind::Blocks => self::mapBlocks($object[$part], $change),
                    PartKind::Objects => array_map(
                        static fn (mixed $one): array => self::object(is_array($one) ? $one : [], $shape->objectsIn($part), $change),
                        is_array($object[$part]) ? array_values($object[$part]) : [],
                    ),
                    default => $change($kind, $object[$part]),
                };
            }
        }

        return $object;
    }

    private static function change(PartKind $kind, mixed $raw): mixed
    {
        return $kind === PartKind::Inline || $kind === PartKind::Link ? self::runs($raw) : $raw;
    }

    private static function runs(mixed $words): mixed
    {
        if (is_string($words)) {
            return Words::runs($words);
        }
        if (! is_array($words)) {
            return [];
        }

        return array_map(static fn (mixed $run): mixed => is_array($run) && isset($run['link']) ? [...$run, 'link' => self::runs($run['link'])] : $run, array_values($words));
    }
}
