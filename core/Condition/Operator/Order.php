<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Condition\Emptiness;
use Herald\Record\FieldType;
use Herald\Value\Decimal;
use Herald\Value\Moment;

/** The order of the values of a type. An empty one is not equal to anything, not more and not less; amounts of different currencies are not either. */
final class Order
{
    /**
     * @return int|null -1, 0 or 1; null when the two cannot be compared
     */
    public static function of(mixed $found, mixed $value, FieldType $type): ?int
    {
        if (Emptiness::of($found) && $type !== FieldType::List) {
            return null;
        }

        return match ($type) {
            FieldType::Integer, FieldType::Decimal => Decimal::compare($found, $value),
            FieldType::Money => self::ofMoney($found, $value),
            FieldType::List => is_array($found) ? Decimal::compare(count($found), $value) : null,
            FieldType::Boolean => $found === $value ? 0 : null,
            FieldType::DateTime => self::ofMoments($found, $value),
            default => is_scalar($found) && is_scalar($value) ? strcmp((string) $found, (string) $value) <=> 0 : null,
        };
    }

    private static function ofMoney(mixed $found, mixed $value): ?int
    {
        if (! is_array($found) || ! is_string($found['amount'] ?? null)) {
            return null;
        }
        if (! is_array($value)) {
            return Decimal::compare($found['amount'], $value);
        }

        return ($value['currency'] ?? null) === ($found['currency'] ?? null) ? Decimal::compare($found['amount'], $value['amount'] ?? null) : null;
    }

    private static function ofMoments(mixed $found, mixed $value): ?int
    {
        [$one, $other] = [Moment::loosely($found), Moment::loosely($value)];

        // In their normal form moments stand in the order of their letters.
        return $one === null || $other === null ? null : strcmp($one, $other) <=> 0;
    }
}
