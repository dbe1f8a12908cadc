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
        $envelope = is_array($document['envelope'] ?? null) ? $document['envelope'] : [];
        // A language without a word is none.
        $translations = array_filter(is_array($document['translations'] ?? null) ? $document['translations'] : []);

        return [
            ...array_diff_key($document, ['translations' => 1]),
            'envelope' => self::object($envelope, Shape::ofEnvelope()),
            'manuscript' => self::blocks($document['manuscript'] ?? []),
            ...(is_array($plain = $document['plain'] ?? null) ? ['plain' => [...$plain, 'blocks' => self::blocks($plain['blocks'] ?? [])]] : []),
            ...($translations === [] ? [] : ['translations' => array_map(
                static fn (mixed $words): array => array_map(self::runs(...), is_array($words) ? $words : []),
                $translations,
            )]),
        ];
    }

    /**
     * @return list<array<array-key, mixed>>
     */
    public static function blocks(mixed $blocks): array
    {
        $normal = [];
        foreach (is_array($blocks) ? $blocks : [] as $block) {
            if (is_array($block)) {
                $shape = Shape::ofBlock(is_string($block['type'] ?? null) ? $block['type'] : '');
                $normal[] = $shape === null ? $block : self::object($block, $shape);
            }
        }

        return $normal;
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @return array<array-key, mixed>
     */
    private static function object(array $object, Shape $shape): array
    {
        foreach ($shape->parts as $part => $kind) {
            if (isset($object[$part])) {
                $object[$part] = match ($kind) {
                    PartKind::Inline, PartKind::Link => self::runs($object[$part]),
                    PartKind::Blocks => self::blocks($object[$part]),
                    PartKind::Objects => array_map(
                        static fn (mixed $one): array => self::object(is_array($one) ? $one : [], $shape->objectsIn($part)),
                        is_array($object[$part]) ? array_values($object[$part]) : [],
                    ),
                    default => $object[$part],
                };
            }
        }

        return $object;
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
