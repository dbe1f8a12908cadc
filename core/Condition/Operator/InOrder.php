<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** An operator about fields whose values have an order, and about lists, by their length. */
abstract class InOrder extends Operator
{
    public function suits(FieldType $type): bool
    {
        return $type->isOrdered() || $type instanceof Type\Items;
    }

    /** Whether more is later there. */
    protected static function isInTime(FieldType $type): bool
    {
        return $type instanceof Type\Date || $type instanceof Type\DateTime;
    }
}
