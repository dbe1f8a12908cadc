<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** Less than a value, or earlier. */
final class Less extends InOrder
{
    public function name(): string
    {
        return 'less';
    }

    public function inWords(FieldType $type): string
    {
        return self::isInTime($type) ? 'is before' : 'is less than';
    }

    public function stretches(mixed $value): array
    {
        return [[null, $value]];
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        return Order::of($found, $value, $type) === -1;
    }
}
