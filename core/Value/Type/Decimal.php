<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\Decimal as Number;

/** A decimal number, given as a JSON number or, so that no digit is lost, as a text. */
final class Decimal extends FieldType
{
    public function name(): string
    {
        return 'decimal';
    }

    public function wanted(): string
    {
        return Number::WORDS;
    }

    public function note(): string
    {
        return 'number, or text so that no digit is lost';
    }

    public function read(mixed $value, array $options): mixed
    {
        return Number::read($value)?->__toString();
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
        return Number::read($value) !== null;
    }

    public function order(mixed $found, mixed $value): ?int
    {
        return Number::compare($found, $value);
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
