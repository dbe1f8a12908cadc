<?php

declare(strict_types=1);

namespace Herald\Computed;

/** What is said of the first item. */
final readonly class First extends Edge
{
    public static function name(): string
    {
        return 'first';
    }

    protected static function among(array $values): mixed
    {
        return $values[0] ?? null;
    }
}
