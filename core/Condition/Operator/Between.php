<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** Neither less than one value nor more than another. */
final class Between extends InOrder
{
    public function name(): string
    {
        return 'between';
    }

    public function inWords(FieldType $type): string
    {
        return 'is between';
    }

    public function takes(): Takes
    {
        return Takes::Two;
    }

    public function stretches(mixed $value): ?array
    {
        return is_array($value) ? [[$value[0] ?? null, $value[1] ?? null]] : null;
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        [$least, $most] = is_array($value) ? [$value[0] ?? null, $value[1] ?? null] : [null, null];
        $order = [Order::of($found, $least, $type), Order::of($found, $most, $type)];

        return $order[0] !== null && $order[1] !== null && $order[0] >= 0 && $order[1] <= 0;
    }
}
