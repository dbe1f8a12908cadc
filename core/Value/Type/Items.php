<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\Decimal;

/** A list of objects (with fields) or of single values (with the type of one). By its order it is as long as it is. */
final class Items extends FieldType
{
    public function name(): string
    {
        return 'list';
    }

    public function wanted(): string
    {
        return 'a list';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_array($value) && array_is_list($value) ? $value : null;
    }

    public function isSingle(): bool
    {
        return false;
    }

    public function nothing(): array
    {
        return [];
    }

    public function comparesWith(mixed $value, array $options): bool
    {
        return Decimal::read($value) !== null;
    }

    public function order(mixed $found, mixed $value): ?int
    {
        return is_array($found) ? Decimal::compare(count($found), $value) : null;
    }

    public function usualFormat(): string
    {
        return 'count';
    }

    public function input(): Input
    {
        return Input::Number;
    }
}
