<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\Decimal;

/** A whole number. */
final class Integer extends FieldType
{
    public function name(): string
    {
        return 'integer';
    }

    public function wanted(): string
    {
        return 'a whole number';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_int($value) ? $value : null;
    }

    public function isOrdered(): bool
    {
        return true;
    }

    public function isNumeric(): bool
    {
        return true;
    }

    public function comparesWith(mixed $value, array $options): bool
    {
        return Decimal::read($value) !== null;
    }

    public function order(mixed $found, mixed $value): ?int
    {
        return Decimal::compare($found, $value);
    }

    public function usualFormat(): string
    {
        return 'number';
    }

    public function input(): Input
    {
        return Input::Number;
    }
}
