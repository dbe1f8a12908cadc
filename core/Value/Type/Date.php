<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\Moment;

/** A calendar day, `2026-11-21`. */
final class Date extends FieldType
{
    public function name(): string
    {
        return 'date';
    }

    public function wanted(): string
    {
        return 'a day such as 2026-11-21';
    }

    public function read(mixed $value, array $options): mixed
    {
        return Moment::day($value);
    }

    public function note(): string
    {
        return '2026-11-21';
    }

    public function isOrdered(): bool
    {
        return true;
    }

    public function comparesWith(mixed $value, array $options): bool
    {
        return Moment::day($value) !== null;
    }

    public function usualFormat(): string
    {
        return 'date_long';
    }

    public function input(): Input
    {
        return Input::Day;
    }
}
