<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Value\Type\FieldType;

/** How a field gets its value out of others. Each kind is one class in core/Computed, registered in kinds.php there. */
interface Computation
{
    /** The kind, as documents name it: "sum". */
    public static function name(): string;

    /**
     * @return array{title: string, properties: array<string, array<string, mixed>>, required: list<string>} the JSON Schema of what it is computed from
     */
    public static function schema(): array;

    /** @throws InvalidDocument when what it is computed from is not there, or of another type */
    public static function read(Node $node, Vocabulary $vocabulary): self;

    /** The type of its values. */
    public function type(): FieldType;

    /**
     * @param  array<array-key, mixed>  $data  normalised, by root; with "now" where there is a moment to count from
     * @return mixed in the normal form of its type; null where what it is made of is empty
     *
     * @throws NotComputable when it has no value, for a reason that a person should know
     */
    public function value(array $data): mixed;

    /** As it is read aloud: "sum of Line total in Items". */
    public function sentence(): string;
}
