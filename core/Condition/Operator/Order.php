<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Emptiness;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** The order of the values of a type. An empty one is not equal to anything, not more and not less, but for a list, which has a length. */
final class Order
{
    /**
     * @return int|null -1, 0 or 1; null when the two cannot be compared
     */
    public static function of(mixed $found, mixed $value, FieldType $type): ?int
    {
        return Emptiness::of($found) && ! $type instanceof Type\Items ? null : $type->order($found, $value);
    }
}
