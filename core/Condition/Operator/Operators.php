<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

/** The operators there are. */
final class Operators
{
    /** @var array<string, Operator>|null */
    private static ?array $byName = null;

    /**
     * @return array<string, Operator> by name, in the order in which they are offered
     */
    public static function all(): array
    {
        if (self::$byName === null) {
            $all = [new Is, new IsNot, new OneOf, new More, new Less, new AtLeast, new AtMost, new Between, new WithinNext, new WithinLast, new Matches, new Contains, new StartsWith, new EndsWith, new ReadsAs, new IsEmpty, new IsFilled];
            self::$byName = array_combine(array_map(static fn (Operator $operator): string => $operator->name(), $all), $all);
        }

        return self::$byName;
    }

    public static function named(string $name): ?Operator
    {
        return self::all()[$name] ?? null;
    }
}
