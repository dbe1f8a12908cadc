<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** Texts of items put together, with something between them. */
final readonly class Joined implements Computation
{
    private function __construct(private OverItems $items, private string $between)
    {
    }

    public static function name(): string
    {
        return 'join';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Joined', 'required' => ['list'],
            'properties' => [...OverItems::schema(Operand::WORDS), 'between' => ['title' => 'Between two', 'description' => 'a comma and a blank when absent', 'x-ask' => 'text', 'type' => 'string', 'maxLength' => 20]],
        ];
    }

    public static function read(Node $node, Vocabulary $vocabulary): self
    {
        return new self(OverItems::read($node, $vocabulary, Operand::WORDS), $node->optionalString('between') ?? ', ');
    }

    public function type(): FieldType
    {
        return new Type\Text;
    }

    public function value(array $data): ?string
    {
        $words = implode($this->between, array_filter($this->items->in($data), is_scalar(...)));

        return $words === '' ? null : $words;
    }

    public function sentence(): string
    {
        return "all of {$this->items->inWords()}, joined";
    }
}
