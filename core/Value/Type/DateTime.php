<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\Moment;

/** A moment, RFC 3339 with offset or Z; kept in UTC. */
final class DateTime extends FieldType
{
    public function name(): string
    {
        return 'datetime';
    }

    public function wanted(): string
    {
        return 'a moment such as 2026-11-21T09:30:00Z, in the years 0001 to 9999';
    }

    public function note(): string
    {
        return 'RFC 3339';
    }

    public function read(mixed $value, array $options): mixed
    {
        return Moment::read($value);
    }

    public function isOrdered(): bool
    {
        return true;
    }

    public function comparesWith(mixed $value, array $options): bool
    {
        return Moment::loosely($value) !== null;
    }

    public function order(mixed $found, mixed $value): ?int
    {
        [$one, $other] = [Moment::loosely($found), Moment::loosely($value)];

        // In their normal form moments stand in the order of their letters.
        return $one === null || $other === null ? null : strcmp($one, $other) <=> 0;
    }

    public function usualFormat(): string
    {
        return 'date_time';
    }

    public function input(): Input
    {
        return Input::Moment;
    }
}
