<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** More than a value, or later. */
final class More extends InOrder
{
    public function name(): string
    {
        return 'more';
    }

    public function inWords(FieldType $type): string
    {
        return self::isInTime($type) ? 'is after' : 'is more than';
    }

    public function stretches(mixed $value): array
    {
        return [[$value, null]];
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        return Order::of($found, $value, $type) === 1;
    }
}
