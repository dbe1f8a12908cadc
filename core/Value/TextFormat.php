<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** The value as it is. */
final class TextFormat implements Format
{
    public function name(): string
    {
        return 'text';
    }

    public function accepts(FieldType $type): bool
    {
        return $type->isSingle() && ! $type instanceof Type\Money;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        return match (true) {
            is_bool($value) => $value ? 'true' : 'false',
            is_scalar($value) => (string) $value,
            Mask::hides($value) => Mask::WORDS,
            default => '',
        };
    }
}
