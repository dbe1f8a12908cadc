<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** A value, or more, or later. */
final class AtLeast extends InOrder
{
    public function name(): string
    {
        return 'at_least';
    }

    public function inWords(FieldType $type): string
    {
        return self::isInTime($type) ? 'is on or after' : 'is at least';
    }

    public function stretches(mixed $value): array
    {
        return [[$value, null]];
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        $order = Order::of($found, $value, $type);

        return $order !== null && $order >= 0;
    }
}
