<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** The types there are. */
final class FieldTypes
{
    /** @var array<string, FieldType>|null */
    private static ?array $byName = null;

    /**
     * @return array<string, FieldType> by name
     */
    public static function all(): array
    {
        if (self::$byName === null) {
            $all = [
                new Text, new Integer, new Decimal, new Money, new Date, new DateTime, new Boolean, new Option, new Email, new Phone, new Url, new Picture, new Language, new Country, new Zone,
                new Secret, new Group, new Items, new Open,
            ];
            self::$byName = array_combine(array_map(static fn (FieldType $type): string => $type->name(), $all), $all);
        }

        return self::$byName;
    }

    /** @throws \InvalidArgumentException when there is none of that name */
    public static function named(string $name): FieldType
    {
        return self::all()[$name] ?? throw new \InvalidArgumentException("There is no field type \"{$name}\"");
    }
}
