<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Record\FieldType;

/** The comparisons a condition may make. */
enum Operator: string
{
    case Is = 'is';
    case IsNot = 'is_not';
    case OneOf = 'one_of';
    case More = 'more';
    case Less = 'less';
    case Empty = 'empty';
    case Filled = 'filled';

    public function inWords(): string
    {
        return match ($this) {
            self::Is => 'is',
            self::IsNot => 'is not',
            self::OneOf => 'is one of',
            self::More => 'is more than',
            self::Less => 'is less than',
            self::Empty => 'is empty',
            self::Filled => 'is filled',
        };
    }

    public function takesValue(): bool
    {
        return $this !== self::Empty && $this !== self::Filled;
    }

    /** Whether a field of this type can be compared so. */
    public function suits(FieldType $type): bool
    {
        return match ($this) {
            self::Empty, self::Filled => true,
            self::More, self::Less => $type->isOrdered() || $type === FieldType::List,
            // Nothing is to be learnt of a secret but whether there is one.
            default => $type->isSingle() && $type !== FieldType::Secret,
        };
    }
}
