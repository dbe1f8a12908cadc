<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** Something computed from two figures; where one of them is empty it is as well. */
abstract readonly class OfTwo implements Computation
{
    final private function __construct(protected Operand $one, protected Operand $other)
    {
    }

    abstract protected function figure(Figure $one, Figure $other): ?Figure;

    /**
     * @return array<string, array<string, mixed>>
     */
    protected static function properties(string $one, string $other): array
    {
        return ['of' => Operand::schema($one, Operand::FIGURES), 'and' => Operand::schema($other, Operand::FIGURES)];
    }

    public static function read(Node $node, Vocabulary $vocabulary): static
    {
        $two = new static(Operand::read($node, 'of', $vocabulary, Operand::FIGURES), Operand::read($node, 'and', $vocabulary, Operand::FIGURES));
        $fault = $two->fault($two->one->type instanceof Type\Money, $two->other->type instanceof Type\Money);

        return $fault === null ? $two : throw $node->fault('and', $fault);
    }

    /** @return string|null what is wrong with the two, of which each may be an amount of money */
    protected function fault(bool $one, bool $other): ?string
    {
        return $one === $other ? null : 'an amount of money and a number cannot be held against each other';
    }

    public function type(): FieldType
    {
        return match (true) {
            $this->one->type instanceof Type\Money || $this->other->type instanceof Type\Money => new Type\Money,
            $this->one->type instanceof Type\Integer && $this->other->type instanceof Type\Integer => new Type\Integer,
            default => new Type\Decimal,
        };
    }

    public function value(array $data): mixed
    {
        [$one, $other] = [Figure::of($this->one->path->in($data)), Figure::of($this->other->path->in($data))];

        return $one === null || $other === null ? null : $this->figure($one, $other)?->value($this->type());
    }
}
