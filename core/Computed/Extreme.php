<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** The value of an item that no other item's goes beyond: of numbers, amounts, days and moments. */
abstract readonly class Extreme implements Computation
{
    private const TYPES = [...Operand::FIGURES, ...Operand::TIMES];

    final private function __construct(private OverItems $items)
    {
    }

    /** Which way: 1 for more, -1 for less. */
    abstract protected static function way(): int;

    public static function schema(): array
    {
        return ['title' => ucfirst(static::name()), 'properties' => OverItems::schema(self::TYPES), 'required' => ['list']];
    }

    public static function read(Node $node, Vocabulary $vocabulary): static
    {
        return new static(OverItems::read($node, $vocabulary, self::TYPES));
    }

    public function type(): FieldType
    {
        return $this->items->type ?? new Type\Integer;
    }

    public function value(array $data): mixed
    {
        $best = null;
        foreach ($this->items->in($data) as $value) {
            $best = $best === null || $this->order($value, $best) === static::way() ? $value : $best;
        }

        return $best;
    }

    public function sentence(): string
    {
        return static::name()." {$this->items->inWords()}";
    }

    private function order(mixed $one, mixed $other): ?int
    {
        [$left, $right] = [Figure::of($one), Figure::of($other)];
        // Amounts of two currencies have no order.
        if ($left !== null && $right !== null) {
            $left->alike($right);
        }

        return $this->type()->order($one, $other);
    }
}
