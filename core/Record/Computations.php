<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;

/** The kinds of computed fields there are, as core/Computed/kinds.php registers them. */
final class Computations
{
    /**
     * @return array<string, class-string<Computation>> by name, in the order in which they are offered
     */
    public static function all(): array
    {
        /** @var array<string, class-string<Computation>> $all */
        static $all = [];
        if ($all === []) {
            /** @var list<class-string<Computation>> $kinds */
            $kinds = require dirname(__DIR__).'/Computed/kinds.php';
            $all = array_combine(array_map(static fn (string $kind): string => $kind::name(), $kinds), $kinds);
        }

        return $all;
    }

    /** @throws InvalidDocument when there is no such kind, or what it is computed from does not fit */
    public static function read(Node $node, Vocabulary $vocabulary): Computation
    {
        $kind = self::all()[$node->string('kind')] ?? throw $node->fault('kind', 'must be one of '.implode(', ', array_keys(self::all())));
        $known = ['kind', ...array_keys($kind::schema()['properties'])];
        $node->only(array_fill_keys($known, []));

        return $kind::read($node, $vocabulary);
    }
}
