<?php

declare(strict_types=1);

namespace Herald\Computed;

/** The largest value of an item, or the latest. */
final readonly class Largest extends Extreme
{
    public static function name(): string
    {
        return 'largest';
    }

    protected static function way(): int
    {
        return 1;
    }
}
