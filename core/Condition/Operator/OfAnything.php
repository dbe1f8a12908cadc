<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** An operator about any field, and no value. */
abstract class OfAnything extends Operator
{
    public function suits(FieldType $type): bool
    {
        return true;
    }

    public function takes(): Takes
    {
        return Takes::Nothing;
    }
}
