<?php

declare(strict_types=1);

namespace Herald\Computed;

/** What is said of the last item. */
final readonly class Last extends Edge
{
    public static function name(): string
    {
        return 'last';
    }

    protected static function among(array $values): mixed
    {
        return $values[count($values) - 1] ?? null;
    }
}
