<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** Anything but equal to a value; an empty field is not equal to any. */
final class IsNot extends OfOneValue
{
    public function name(): string
    {
        return 'is_not';
    }

    public function inWords(FieldType $type): string
    {
        return 'is not';
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        return Order::of($found, $value, $type) !== 0;
    }

    public function provesFilled(): bool
    {
        return false;
    }

    public function reason(FieldType $type, bool $holds, string $label, string $found, string $value): string
    {
        return "{$label} is {$found}";
    }
}
