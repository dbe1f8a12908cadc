<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** Equal to a value. */
final class Is extends OfOneValue
{
    public function name(): string
    {
        return 'is';
    }

    public function inWords(FieldType $type): string
    {
        return 'is';
    }

    public function stretches(mixed $value): array
    {
        return [[$value, $value]];
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        return Order::of($found, $value, $type) === 0;
    }
}
