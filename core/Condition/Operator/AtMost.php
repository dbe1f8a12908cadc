<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** A value, or less, or earlier. */
final class AtMost extends InOrder
{
    public function name(): string
    {
        return 'at_most';
    }

    public function inWords(FieldType $type): string
    {
        return self::isInTime($type) ? 'is on or before' : 'is at most';
    }

    public function stretches(mixed $value): array
    {
        return [[null, $value]];
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        $order = Order::of($found, $value, $type);

        return $order !== null && $order <= 0;
    }
}
