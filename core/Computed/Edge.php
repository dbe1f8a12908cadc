<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** What is said of an item at one end of a list. */
abstract readonly class Edge implements Computation
{
    private const TYPES = [...Operand::FIGURES, ...Operand::TIMES, Type\Text::class, Type\Email::class, Type\Phone::class, Type\Url::class, Type\Picture::class, Type\Boolean::class, Type\Country::class, Type\Language::class];

    final private function __construct(private OverItems $items)
    {
    }

    /**
     * @param  list<mixed>  $values
     * @return mixed null where there are none
     */
    abstract protected static function among(array $values): mixed;

    public static function schema(): array
    {
        return ['title' => ucfirst(static::name()).' of all', 'properties' => OverItems::schema(self::TYPES), 'required' => ['list']];
    }

    public static function read(Node $node, Vocabulary $vocabulary): static
    {
        return new static(OverItems::read($node, $vocabulary, self::TYPES));
    }

    public function type(): FieldType
    {
        return $this->items->type ?? new Type\Text;
    }

    public function value(array $data): mixed
    {
        return static::among($this->items->in($data));
    }

    public function sentence(): string
    {
        return static::name()." {$this->items->inWords()}";
    }
}
