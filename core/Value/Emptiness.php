<?php

declare(strict_types=1);

namespace Herald\Value;

/** What counts as empty: null, an empty text, an empty list, an object of empty members. */
final class Emptiness
{
    public static function of(mixed $value): bool
    {
        if (! is_array($value)) {
            return $value === null || $value === '';
        }
        foreach ($value as $member) {
            if (! self::of($member)) {
                return false;
            }
        }

        return true;
    }
}
