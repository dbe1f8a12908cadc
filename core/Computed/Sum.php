<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** Numbers or amounts of items added up; of amounts there must be one at least, as nothing has no currency. */
final readonly class Sum implements Computation
{
    private function __construct(private OverItems $items)
    {
    }

    public static function name(): string
    {
        return 'sum';
    }

    public static function schema(): array
    {
        return ['title' => 'Sum', 'properties' => OverItems::schema(Operand::FIGURES), 'required' => ['list']];
    }

    public static function read(Node $node, Vocabulary $vocabulary): self
    {
        return new self(OverItems::read($node, $vocabulary, Operand::FIGURES));
    }

    public function type(): FieldType
    {
        return $this->items->type ?? new Type\Integer;
    }

    public function value(array $data): mixed
    {
        $sum = Figure::nothing();
        foreach ($this->items->in($data) as $value) {
            $sum = $sum->plus(Figure::of($value) ?? Figure::nothing());
        }

        return $sum->value($this->type());
    }

    public function sentence(): string
    {
        return "sum of {$this->items->inWords()}";
    }
}
