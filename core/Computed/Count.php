<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** How many items of a list there are. */
final readonly class Count implements Computation
{
    private function __construct(private OverItems $items)
    {
    }

    public static function name(): string
    {
        return 'count';
    }

    public static function schema(): array
    {
        return ['title' => 'Number of items', 'properties' => OverItems::schema(), 'required' => ['list']];
    }

    public static function read(Node $node, Vocabulary $vocabulary): self
    {
        return new self(OverItems::read($node, $vocabulary));
    }

    public function type(): FieldType
    {
        return new Type\Integer;
    }

    public function value(array $data): int
    {
        return count($this->items->in($data));
    }

    public function sentence(): string
    {
        return "number of {$this->items->inWords()}";
    }
}
