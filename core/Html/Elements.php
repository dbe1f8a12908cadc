<?php

declare(strict_types=1);

namespace Herald\Html;

/** Walks the elements within a node, in the order they stand, each once: lists of the DOM look from the beginning for each that they give. */
final class Elements
{
    /**
     * @param  string  ...$names  of elements, in small letters; none for all
     * @return \Generator<int, \DOMElement>
     */
    public static function within(\DOMNode $around, string ...$names): \Generator
    {
        return self::walk($around, $names, null);
    }

    /**
     * Those of a table that lie in no other table within it.
     *
     * @return \Generator<int, \DOMElement>
     */
    public static function ofTable(\DOMElement $table, string ...$names): \Generator
    {
        return self::walk($table, $names, 'table');
    }

    /**
     * @param  array<string>  $names
     * @param  string|null  $closed  the name of elements that are not gone into
     * @return \Generator<int, \DOMElement>
     */
    private static function walk(\DOMNode $around, array $names, ?string $closed): \Generator
    {
        $node = $around->firstChild;
        while ($node !== null) {
            if ($node instanceof \DOMElement && ($names === [] || in_array($node->tagName, $names, true))) {
                yield $node;
            }
            $first = $closed !== null && $node instanceof \DOMElement && $node->tagName === $closed ? null : $node->firstChild;
            if ($first !== null) {
                $node = $first;

                continue;
            }
            while ($node !== null && $node !== $around && $node->nextSibling === null) {
                $node = $node->parentNode;
            }
            $node = $node === $around ? null : $node?->nextSibling;
        }
    }

    public static function first(\DOMDocument|\DOMElement $around, string $name): ?\DOMElement
    {
        return $around->getElementsByTagName($name)->item(0);
    }

    /** The one there is; null where there are none or several. */
    public static function only(\DOMDocument|\DOMElement $around, string $name): ?\DOMElement
    {
        $found = $around->getElementsByTagName($name);

        return $found->item(1) === null ? $found->item(0) : null;
    }

    public static function has(\DOMElement $around, string ...$names): bool
    {
        return count($names) === 1 ? self::first($around, ...$names) !== null : self::within($around, ...$names)->valid();
    }
}
