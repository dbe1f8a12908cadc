<?php

declare(strict_types=1);

namespace Herald\Claim;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Herald\Condition\Comparison;
use Herald\Condition\Operator\FromNow;
use Herald\Condition\Operator\InOrder;
use Herald\Condition\Operator\IsEmpty;
use Herald\Condition\Operator\IsFilled;
use Herald\Condition\Operator\Matches;
use Herald\Condition\Operator\OfOneValue;
use Herald\Condition\Reference;
use Herald\Language\LanguageTag;
use Herald\Value\Decimal;
use Herald\Value\Moment;
use Herald\Value\Money;
use Herald\Value\Type;

/**
 * The values that a field can have, by examples: of every set of values between which none of some comparisons tells, there is one at least, and there is none that the field cannot have. So whatever can be
 * said of all values of the field by those comparisons can be said of the examples.
 */
final class Domain
{
    /** What a text, a tag or a code is that no comparison names. */
    private const OTHERS = ['AA', 'zz', 'qaa'];

    /** Of so many values in comparisons with one field examples are made, */
    private const MOST_NAMED = 2_000;

    /** so many of lists, which each have their length, */
    private const MOST_LENGTHS = 60;

    /** and so many amounts, which there are of each currency. */
    private const MOST_AMOUNTS = 4_000;

    /** The longest list that is looked at by its length. */
    private const LONGEST = 1_000;

    /** Whether a comparison can be told by the value of its field alone, for all values that there may be. */
    public static function isExact(Comparison $comparison): bool
    {
        $values = is_array($comparison->value) ? $comparison->value : [$comparison->value];
        $operator = $comparison->operator;
        $type = $comparison->field->type;

        return array_filter($values, static fn (mixed $one): bool => $one instanceof Reference) === [] && ! $operator instanceof FromNow && (! $type instanceof Type\Option || $comparison->field->options !== []) && match (true) {
            $operator instanceof IsEmpty, $operator instanceof IsFilled => ! $type instanceof Type\Group && ! $type instanceof Type\Open,
            $operator instanceof InOrder => $type->isOrdered() || $type instanceof Type\Items,
            $operator instanceof OfOneValue => $type->isSingle(),
            default => $operator instanceof Matches,
        };
    }

    /**
     * @param  list<Comparison>  $comparisons  all of one field, each exact
     * @return list<mixed>|null in normal form; null where there would be too many
     */
    public static function of(array $comparisons): ?array
    {
        $field = $comparisons[0]->field;
        $named = [];
        foreach ($comparisons as $comparison) {
            // Money stands as an amount with its currency, not as two values.
            $several = is_array($comparison->value) && array_is_list($comparison->value);
            array_push($named, ...($several ? $comparison->value : ($comparison->value === null ? [] : [$comparison->value])));
        }
        if (count($named) > ($field->type instanceof Type\Items ? self::MOST_LENGTHS : self::MOST_NAMED)) {
            return null;
        }
        $examples = match (true) {
            $field->type instanceof Type\Boolean => [true, false],
            $field->type instanceof Type\Option => $field->optionValues(),
            $field->type instanceof Type\Integer => self::whole($named),
            $field->type instanceof Type\Decimal => array_map(strval(...), self::between(self::numbers($named))),
            $field->type instanceof Type\Money => self::money($named),
            $field->type instanceof Type\Date => self::inTime($named, '1 day', 'Y-m-d', Moment::day(...)),
            $field->type instanceof Type\DateTime => self::inTime($named, '1 second', 'Y-m-d\TH:i:s\Z', Moment::loosely(...)),
            $field->type instanceof Type\Items => self::lists($named),
            $field->type instanceof Type\Language => self::languages($named),
            default => self::texts($named),
        };

        return $examples === null ? null : [...self::isAlwaysThere($comparisons[0]) ? [] : [$field->type->nothing()], ...$examples];
    }

    /** Whether no record lacks it. What lies in a group may be lacking with the whole of it; a moment it always is. */
    private static function isAlwaysThere(Comparison $comparison): bool
    {
        return (string) $comparison->path === 'now' || ($comparison->field->required && count($comparison->path->segments) === 2);
    }

    /**
     * @param  array<array-key, mixed>  $named
     * @return list<BigDecimal> in order
     */
    private static function numbers(array $named): array
    {
        $numbers = array_values(array_filter(array_map(Decimal::read(...), $named)));
        usort($numbers, static fn (BigDecimal $one, BigDecimal $other): int => $one->compareTo($other));

        return $numbers;
    }

    /**
     * @param  list<BigDecimal>  $numbers  in order
     * @return list<BigDecimal> these, one between any two, one before and one after all
     */
    private static function between(array $numbers): array
    {
        if ($numbers === []) {
            return [BigDecimal::zero()];
        }
        $all = [$numbers[0]->minus(1)];
        foreach ($numbers as $index => $number) {
            $next = $numbers[$index + 1] ?? null;
            array_push($all, $number, $next === null ? $number->plus(1) : $number->plus($next)->multipliedBy('0.5'));
        }

        return $all;
    }

    /**
     * @param  array<array-key, mixed>  $named
     * @return list<int>
     */
    private static function whole(array $named): array
    {
        $all = [0];
        foreach (self::numbers($named) as $number) {
            foreach ([$number->toScale(0, RoundingMode::FLOOR), $number->toScale(0, RoundingMode::CEILING)] as $near) {
                foreach ([$near->minus(1), $near, $near->plus(1)] as $one) {
                    if ($one->isGreaterThanOrEqualTo(PHP_INT_MIN) && $one->isLessThanOrEqualTo(PHP_INT_MAX)) {
                        $all[] = $one->toInt();
                    }
                }
            }
        }

        return array_values(array_unique($all));
    }

    /**
     * Amounts of every currency that is named, and of another one.
     *
     * @param  array<array-key, mixed>  $named
     * @return list<array{amount: string, currency: string}>|null
     */
    private static function money(array $named): ?array
    {
        $amounts = array_values(array_filter(array_map(static fn (mixed $one): ?Money => is_array($one) ? Money::of($one['amount'] ?? null, is_string($one['currency'] ?? null) ? $one['currency'] : '') : null, $named)));
        $currencies = array_values(array_unique(array_map(static fn (Money $one): string => $one->currency, $amounts)));
        if ((count($currencies) + 1) * 2 * count(array_filter($named, is_scalar(...))) + 2 * count($amounts) > self::MOST_AMOUNTS) {
            return null;
        }
        $other = array_values(array_diff(['XXX', 'XTS', 'XAU', 'XAG'], $currencies))[0] ?? 'ZZZ';
        $examples = [];
        foreach ([...$currencies, $other] as $currency) {
            $of = array_map(static fn (Money $one): string => (string) $one->amount, array_values(array_filter($amounts, static fn (Money $one): bool => $one->currency === $currency)));
            foreach (self::between(self::numbers([...array_filter($named, is_scalar(...)), ...$of])) as $amount) {
                try {
                    $examples[] = Money::of((string) $amount, $currency)->toArray();
                } catch (\InvalidArgumentException) {
                    // So many digits no amount has.
                }
            }
        }

        return $examples;
    }

    /**
     * @param  array<array-key, mixed>  $named
     * @param  \Closure(mixed): ?string  $read
     * @return list<string>
     */
    private static function inTime(array $named, string $step, string $form, \Closure $read): array
    {
        $all = ['2026-01-01'.substr('T00:00:00Z', 0, strlen($form) > 5 ? null : 0)];
        foreach (array_filter(array_map($read, $named)) as $text) {
            $moment = Moment::of($text);
            foreach ($moment === null ? [] : [$moment->modify("-{$step}"), $moment, $moment->modify("+{$step}")] as $one) {
                $near = $one->format($form);
                if ($read($near) === $near) {
                    $all[] = $near;
                }
            }
        }

        return array_values(array_unique($all));
    }

    /**
     * @param  array<array-key, mixed>  $named
     * @return list<list<int|string>> lists by their length, and such as are empty though they have items
     */
    private static function lists(array $named): array
    {
        $lengths = array_filter([1, ...self::whole($named)], static fn (int $length): bool => $length > 0 && $length <= self::LONGEST);
        $lists = [];
        foreach (array_unique($lengths) as $length) {
            array_push($lists, array_fill(0, $length, 1), array_fill(0, $length, ''));
        }

        return $lists;
    }

    /**
     * Tags that are named, and of each range one in it that no longer range has.
     *
     * @param  array<array-key, mixed>  $named
     * @return list<string>
     */
    private static function languages(array $named): array
    {
        $tags = array_values(array_filter($named, is_string(...)));
        $known = array_flip(array_map(strtolower(...), $tags));
        $examples = array_filter($tags, LanguageTag::isWellFormed(...));
        foreach ($tags as $tag) {
            foreach (['zz', 'zy', 'zx', 'zw'] as $region) {
                $one = "{$tag}-{$region}";
                if (! isset($known[strtolower($one)]) && LanguageTag::isWellFormed($one)) {
                    $examples[] = $one;

                    break;
                }
            }
        }

        return array_values(array_unique([...$examples, ...self::texts($tags)]));
    }

    /**
     * @param  array<array-key, mixed>  $named
     * @return list<string> those that are named, and another
     */
    private static function texts(array $named): array
    {
        $texts = array_values(array_unique(array_map(strval(...), array_filter($named, is_scalar(...)))));
        $texts = array_values(array_filter($texts, static fn (string $text): bool => $text !== ''));

        return [...$texts, array_values(array_diff(self::OTHERS, $texts))[0] ?? implode('-', $texts)];
    }
}
