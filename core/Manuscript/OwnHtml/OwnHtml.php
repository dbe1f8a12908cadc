<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Composer\Pcre\Preg;
use Herald\Condition\Condition;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Piece;
use Herald\Manuscript\Variable;
use Herald\Manuscript\Walk;
use Herald\Record\Vocabulary;

/**
 * HTML that somebody wrote by hand, with values and branches in a subset of Twig: `{{ order.number }}`, `{{ order.total|money }}`, `{% if order.paid %}`, `{% for item in order.items %}`.
 * It is cleaned, its style sheets are written into its elements, and what it says of the record is read as if it had been put together from blocks: by the same conditions and formats.
 */
final readonly class OwnHtml
{
    /** So many are kept read for each vocabulary. */
    private const KEPT = 30;

    /**
     * @param  list<Words|Said|Element|Branches|Turns>  $nodes
     * @param  list<string>  $faults  what could not be read, each with its line and column; nothing of it is written then
     * @param  list<string>  $leftOut  what was taken out, as mail programs do not show it or it is not safe
     */
    private function __construct(public array $nodes, public array $faults, public array $leftOut)
    {
    }

    /** @param  Vocabulary  $vocabulary  all that may be named in it */
    public static function read(string $html, Vocabulary $vocabulary): self
    {
        // The same is asked for by whatever looks at a document.
        /** @var \WeakMap<Vocabulary, array<string, self>> $read */
        static $read = new \WeakMap;
        $known = $read[$vocabulary] ?? [];
        $key = hash('xxh128', $html);
        if (! isset($known[$key])) {
            $reader = new Reader($vocabulary);
            $nodes = $reader->read($html);
            $known[$key] = new self($reader->faults() === [] ? $nodes : [], $reader->faults(), $reader->leftOut());
            $read[$vocabulary] = array_slice($known, -self::KEPT, preserve_keys: true);
        }

        return $known[$key];
    }

    /**
     * The same with other paths in its tags.
     *
     * @param  \Closure(string): string  $rename
     */
    public static function renamed(string $html, \Closure $rename): string
    {
        return self::mapped($html, static fn (string $tag): string => Preg::replaceCallback('~("(?:[^"\\\\]|\\\\.)*"|\'(?:[^\'\\\\]|\\\\.)*\')|(?<![\w.|])[a-z][a-z0-9_]*(?:\.[A-Za-z0-9_]+)+~', static fn (array $found): string => isset($found[1]) ? $found[0] : $rename($found[0]), $tag), static fn (string $words): string => $words);
    }

    /**
     * The same with other words between its tags.
     *
     * @param  \Closure(string): string  $reworded
     */
    public static function reworded(string $html, \Closure $reworded): string
    {
        return self::mapped($html, static fn (string $tag): string => $tag, static fn (string $rest): string => implode('', array_map(
            static fn (string $part): string => str_starts_with($part, '<') ? $part : $reworded($part),
            Preg::split('~(<[^>]*>)~', $rest, -1, PREG_SPLIT_DELIM_CAPTURE),
        )));
    }

    /**
     * What it says of the record, as the pieces it would be of blocks.
     *
     * @return list<Piece>
     */
    public static function within(Piece $piece): array
    {
        return $piece->kind === PartKind::Html && is_string($piece->raw) ? self::pieces(self::read($piece->raw, $piece->vocabulary)->nodes, $piece, $piece->guards, $piece->vocabulary, $piece->items) : [];
    }

    /**
     * @param  list<Words|Said|Element|Branches|Turns>  $nodes
     * @param  list<Condition>  $guards
     * @param  array<string, string>  $items
     * @return list<Piece>
     */
    private static function pieces(array $nodes, Piece $around, array $guards, Vocabulary $vocabulary, array $items): array
    {
        $pieces = [];
        $piece = static fn (PartKind $kind, mixed $raw, ?Condition $condition = null): Piece => new Piece($around->block, $around->type, $around->id, $around->part, $around->title, $kind, $raw, $around->object, $vocabulary, $guards, $around->place, $items, $around->ground, $condition, within: true);
        $run = static fn (Variable $variable): array => ['variable' => (string) $variable->path, 'format' => $variable->format->name(), 'fallback' => $variable->fallback];
        foreach ($nodes as $node) {
            array_push($pieces, ...match (true) {
                $node instanceof Words => [],
                $node instanceof Said => [$piece(PartKind::Inline, [$run($node->variable)])],
                $node instanceof Element => [
                    ...array_map(static fn (array $said, string $name): Piece => $piece(in_array($name, Element::ADDRESSES, true) ? PartKind::Link : PartKind::Inline, array_map(static fn (string|Variable $one): array => is_string($one) ? ['text' => $one] : $run($one), $said)), $node->attributes, array_keys($node->attributes)),
                    ...self::pieces($node->children, $around, $guards, $vocabulary, $items),
                ],
                $node instanceof Branches => [
                    ...array_merge(...array_map(static fn (array $branch): array => [$piece(PartKind::Condition, $branch[0]->toArray(), $branch[0]), ...self::pieces($branch[1], $around, [...$guards, $branch[0]], $vocabulary, $items)], $node->branches)),
                    ...self::pieces($node->otherwise, $around, $guards, $vocabulary, $items),
                ],
                $node instanceof Turns => [
                    $piece(PartKind::List, (string) $node->items->list),
                    ...self::pieces($node->children, $around, $guards, $vocabulary->with($node->items->item, $vocabulary->items((string) $node->items->list)), [...$items, $node->items->item => Walk::declared((string) $node->items->list, $items)]),
                    ...self::pieces($node->empty, $around, $guards, $vocabulary, $items),
                ],
            });
        }

        return $pieces;
    }

    /**
     * @param  \Closure(string): string  $ofTag
     * @param  \Closure(string): string  $ofRest
     */
    private static function mapped(string $html, \Closure $ofTag, \Closure $ofRest): string
    {
        $mapped = '';
        foreach (Tags::apart($html) as $index => $part) {
            $mapped .= $index % 2 === 1 ? $ofTag($part) : $ofRest($part);
        }

        return $mapped;
    }
}
