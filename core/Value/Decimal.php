<?php

declare(strict_types=1);

namespace Herald\Value;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;

/**
 * The one reader of decimal numbers that come from outside. Form and length are looked at before anything is computed: an exponent of a few letters
 * stands for more digits than a machine has room for.
 */
final class Decimal
{
    /** The most digits before the point. */
    public const BEFORE = 30;

    /** The most digits after it. */
    public const AFTER = 20;

    /** What is said of what is refused. */
    public const WORDS = 'a number of at most '.self::BEFORE.' digits before the point and '.self::AFTER.' after it';

    /**
     * @param  mixed  $value  a JSON number, or a text without blanks, grouping and exponent, such as "-12.50"
     * @return BigDecimal|null null when it is no such number, or has more digits than are read
     */
    public static function read(mixed $value): ?BigDecimal
    {
        try {
            return match (true) {
                is_int($value) => BigDecimal::of($value),
                is_string($value) => self::isPlain($value) ? BigDecimal::of($value) : null,
                is_float($value) => self::ofFloat($value),
                default => null,
            };
        } catch (MathException) {
            return null;
        }
    }

    /**
     * @return int|null -1, 0 or 1; null when one of the two is no number
     */
    public static function compare(mixed $one, mixed $other): ?int
    {
        if (self::isShort($one) && self::isShort($other)) {
            return (float) $one <=> (float) $other;
        }
        [$left, $right] = [self::read($one), self::read($other)];

        return $left === null || $right === null ? null : $left->compareTo($right);
    }

    /**
     * Whether a number has so few digits that a float tells it from all others that have as few (IEEE 754 double: 15 decimal digits), as nearly all have.
     *
     * @phpstan-assert-if-true int|string $value
     */
    private static function isShort(mixed $value): bool
    {
        return is_int($value) ? abs($value) < 1_000_000_000_000_000 : is_string($value) && strlen($value) <= 15 && self::isPlain($value);
    }

    private static function isPlain(string $text): bool
    {
        // Every number of every message comes by here, and such a pattern cannot give up.
        // @phpstan-ignore herald.uncheckedResult
        return preg_match('/^[+-]?\d{1,'.self::BEFORE.'}(?:\.\d{1,'.self::AFTER.'})?$/D', $text) === 1;
    }

    /** By the shortest text that stands for it. Its exponent is bounded by its kind (308), its digits are counted once it is written out. */
    private static function ofFloat(float $value): ?BigDecimal
    {
        if (! is_finite($value)) {
            return null;
        }
        $decimal = (string) BigDecimal::of(json_encode($value, JSON_THROW_ON_ERROR));

        return self::isPlain($decimal) ? BigDecimal::of($decimal) : null;
    }
}
