<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/** Goes through a document in its normal form, from top to bottom, and names all that its objects have or could have. */
final class Walk
{
    /**
     * @param  array<array-key, mixed>  $document  in normal form
     * @return \Generator<int, Piece>
     */
    public static function through(array $document, Vocabulary $vocabulary): \Generator
    {
        $envelope = is_array($document['envelope'] ?? null) ? $document['envelope'] : [];
        yield from self::object('envelope', 'envelope', 'envelope', $envelope, Shape::ofEnvelope(), $vocabulary, [], 'envelope', [], ColourRole::Paper);
        yield from self::blocks($document['manuscript'] ?? [], $vocabulary, [], 'manuscript', [], ColourRole::Paper);
        if (is_array($document['plain'] ?? null)) {
            yield from self::blocks($document['plain']['blocks'] ?? [], $vocabulary, [], 'plain/blocks', [], ColourRole::Paper);
        }
    }

    /**
     * A path that begins with the name of an item, as one from a root: the items of a list are `*`.
     *
     * @param  array<string, string>  $items  what the items of repeats around it are called, with the path of their list, from a root
     */
    public static function declared(string $path, array $items): string
    {
        [$root, $rest] = [...explode('.', $path, 2), ''];

        return isset($items[$root]) ? "{$items[$root]}.*".($rest === '' ? '' : ".{$rest}") : $path;
    }

    /**
     * @param  list<Condition>  $guards
     * @param  array<string, string>  $items
     * @return \Generator<int, Piece>
     */
    private static function blocks(mixed $blocks, Vocabulary $vocabulary, array $guards, string $place, array $items, ColourRole $ground): \Generator
    {
        foreach (is_array($blocks) ? $blocks : [] as $index => $block) {
            $shape = is_array($block) && is_string($block['type'] ?? null) && is_string($block['id'] ?? null) ? Shape::ofBlock($block['type']) : null;
            if ($shape !== null) {
                yield from self::object($block['id'], $block['type'], $block['id'], $block, $shape, $vocabulary, $guards, $place.'/'.$index, $items, $ground);
            }
        }
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @param  list<Condition>  $guards
     * @param  array<string, string>  $items
     * @return \Generator<int, Piece>
     */
    private static function object(string $block, string $type, string $id, array $object, Shape $shape, Vocabulary $vocabulary, array $guards, string $place, array $items, ColourRole $ground): \Generator
    {
        $inside = self::inside($object, $shape, $vocabulary);
        $listPath = is_string($object['list'] ?? null) ? $object['list'] : null;
        $within = $listPath === null ? $items : [...$items, is_string($object['item'] ?? null) ? $object['item'] : 'item' => self::declared($listPath, $items)];
        $ground = isset($shape->parts['ground']) ? (ColourRole::tryFrom(is_string($object['ground'] ?? null) ? $object['ground'] : '') ?? ColourRole::Accent) : ($shape->ground ?? $ground);
        $own = self::condition($object['when'] ?? null, $vocabulary);
        $guards = $own === null ? $guards : [...$guards, $own];
        $only = $listPath === null ? null : self::condition($object['only'] ?? null, $inside);
        foreach ($shape->parts as $part => $kind) {
            // What stands for an empty list stands outside of it.
            $outside = $part === 'empty' || $part === 'list' || $part === 'when';
            $here = $outside ? $vocabulary : $inside;
            $named = $outside ? $items : $within;
            $raw = $object[$part] ?? null;
            $known = $only === null || $outside ? $guards : [...$guards, $only];
            yield new Piece($block, $type, $id, $part, $shape->titles[$part], $kind, $raw, $object, $here, $known, $place.'/'.$part, $named, $ground, $kind === PartKind::Condition ? self::condition($raw, $here) : null);
            if ($kind === PartKind::Blocks) {
                yield from self::blocks($raw, $here, $known, $place.'/'.$part, $named, $ground);
            } elseif ($kind === PartKind::Objects) {
                foreach (is_array($raw) ? $raw : [] as $index => $one) {
                    if (is_array($one)) {
                        yield from self::object($block, $type, is_string($one['id'] ?? null) ? $one['id'] : $id, $one, $shape->objectsIn($part), $here, $known, $place.'/'.$part.'/'.$index, $named, $ground);
                    }
                }
            }
        }
    }

    /**
     * @param  array<array-key, mixed>  $object
     */
    private static function inside(array $object, Shape $shape, Vocabulary $vocabulary): Vocabulary
    {
        if (($shape->parts['list'] ?? null) !== PartKind::List) {
            return $vocabulary;
        }

        return $vocabulary->with(is_string($object['item'] ?? null) ? $object['item'] : 'item', $vocabulary->items($object['list'] ?? null));
    }

    private static function condition(mixed $when, Vocabulary $vocabulary): ?Condition
    {
        try {
            return is_array($when) && $when !== [] ? ConditionReader::read(new Node($when, '', ''), $vocabulary) : null;
        } catch (InvalidDocument) {
            return null;
        }
    }
}
