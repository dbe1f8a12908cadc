<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** An operator about fields that hold one value. */
abstract class OfOneValue extends Operator
{
    public function suits(FieldType $type): bool
    {
        // Nothing is to be learnt of a secret but whether there is one.
        return $type->isSingle() && ! $type instanceof Type\Secret;
    }
}
