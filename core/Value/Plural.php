<?php

declare(strict_types=1);

namespace Herald\Value;

/** The plural categories of languages, by CLDR's rules through ICU. */
final class Plural
{
    /** All there are, in CLDR's order. */
    public const CATEGORIES = ['zero', 'one', 'two', 'few', 'many', 'other'];

    /** Numbers among which every category of every language has one. */
    private const FIGURES = [1_000_000, 0.1, 1.5, 2.5];

    /** @var array<string, \MessageFormatter> by language */
    private static array $rules = [];

    /** @var array<string, array<int, string>> categories by language and number */
    private static array $known = [];

    public static function category(int|float $number, string $language): string
    {
        // Most numbers are small, and asked for again and again.
        if (is_int($number) && $number >= 0 && $number < 1_000) {
            return self::$known[$language][$number] ??= self::ruled($number, $language);
        }

        return self::ruled($number, $language);
    }

    private static function ruled(int|float $number, string $language): string
    {
        $rules = self::$rules[$language] ??= new \MessageFormatter($language, '{0, plural, '.implode(' ', array_map(static fn (string $category): string => "{$category}{{$category}}", self::CATEGORIES)).'}');

        return $rules->format([$number]) ?: 'other';
    }

    /**
     * @return list<string> the categories that a language tells apart
     */
    public static function categories(string $language): array
    {
        /** @var array<string, list<string>> $known */
        static $known = [];

        return $known[$language] ??= array_values(array_intersect(self::CATEGORIES, array_map(static fn (int|float $number): string => self::category($number, $language), [...range(0, 120), ...self::FIGURES])));
    }

    /**
     * A few numbers of a category, as people are told what it is for.
     *
     * @return list<int|float>
     */
    public static function examples(string $category, string $language): array
    {
        return array_slice(array_values(array_filter([...range(0, 120), ...self::FIGURES], static fn (int|float $number): bool => self::category($number, $language) === $category)), 0, 3);
    }
}
