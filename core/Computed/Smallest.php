<?php

declare(strict_types=1);

namespace Herald\Computed;

/** The smallest value of an item, or the earliest. */
final readonly class Smallest extends Extreme
{
    public static function name(): string
    {
        return 'smallest';
    }

    protected static function way(): int
    {
        return -1;
    }
}
