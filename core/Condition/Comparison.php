<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Record\Field;
use Herald\Record\FieldType;
use Herald\Record\Path;
use Herald\Value\Decimal;
use Herald\Value\Formats;
use Herald\Value\Moment;
use Herald\Value\Money;
use Herald\Value\Setting;

/**
 * One field compared with a value. An empty field is not equal to anything, not more and not less than anything, and
 * therefore "is not" everything. Amounts of different currencies are neither equal nor more nor less.
 */
final readonly class Comparison implements Condition
{
    /**
     * @param  string|int|float|bool|array<array-key, mixed>|null  $value  a list for OneOf; money as an amount with currency, or as a plain
     *                                                                     number that is held against the amount in whatever currency
     */
    public function __construct(
        public Path $path,
        public Field $field,
        public Operator $operator,
        public string|int|float|bool|array|null $value,
    ) {
    }

    public function holds(array $data): bool
    {
        $found = $this->path->in($data);

        return match ($this->operator) {
            Operator::Empty => self::isEmpty($found),
            Operator::Filled => ! self::isEmpty($found),
            Operator::Is => $this->compare($found, $this->value) === 0,
            Operator::IsNot => $this->compare($found, $this->value) !== 0,
            Operator::More => $this->compare($found, $this->value) === 1,
            Operator::Less => $this->compare($found, $this->value) === -1,
            Operator::OneOf => $this->isOneOf($found),
        };
    }

    public function judge(array $data): Verdict
    {
        $found = $this->path->in($data);
        $holds = $this->holds($data);
        $label = $this->field->label->in('en');
        $reason = match (true) {
            $holds && $this->operator !== Operator::IsNot => $this->sentence(),
            self::isEmpty($found) => "{$label} is empty",
            $this->operator === Operator::Empty => "{$label} is filled",
            default => "{$label} is ".$this->shown($found).($this->operator->takesValue() && ! $holds && $this->operator !== Operator::IsNot
                ? ', '.preg_replace('/^is/', 'not', $this->operator->inWords()).' '.$this->shownValue() : ''),
        };

        return new Verdict($holds, $reason);
    }

    public function sentence(): string
    {
        return trim($this->field->label->in('en').' '.match ($this->operator) {
            Operator::OneOf => 'is '.$this->shownValue(),
            default => $this->operator->inWords().' '.($this->operator->takesValue() ? $this->shownValue() : ''),
        });
    }

    public function toArray(): array
    {
        return [
            'path' => (string) $this->path,
            'operator' => $this->operator->value,
            'value' => $this->value,
            'type' => $this->field->type->value,
            'label' => $this->field->label->in('en'),
        ];
    }

    public function comparisons(): array
    {
        return [$this];
    }

    /** A found value as a person reads it: an option by its label, money with its currency. */
    public function shown(mixed $found): string
    {
        if (self::isEmpty($found)) {
            return 'empty';
        }
        if ($this->field->type === FieldType::Secret) {
            return 'a secret';
        }
        if ($this->field->type === FieldType::Money && Money::read($found) === null) {
            return is_scalar($found) ? (string) $found : 'another amount';
        }
        // Within a sentence.
        $options = array_map(static fn ($label): string => lcfirst($label->in('en')), $this->field->options);

        return Formats::usual($this->field->type)->apply($found, new Setting('en', 'UTC', $options));
    }

    /** Whether a value counts as empty: null, an empty text, an empty list, an object of empty members. */
    public static function isEmpty(mixed $value): bool
    {
        if (! is_array($value)) {
            return $value === null || $value === '';
        }
        foreach ($value as $member) {
            if (! self::isEmpty($member)) {
                return false;
            }
        }

        return true;
    }

    private function shownValue(): string
    {
        return $this->operator === Operator::OneOf && is_array($this->value)
            ? implode(' or ', array_map($this->shown(...), $this->value))
            : $this->shown($this->value);
    }

    private function isOneOf(mixed $found): bool
    {
        foreach (is_array($this->value) ? $this->value : [] as $value) {
            if ($this->compare($found, $value) === 0) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return int|null -1, 0 or 1; null when the two cannot be compared
     */
    private function compare(mixed $found, mixed $value): ?int
    {
        if (self::isEmpty($found) && $this->field->type !== FieldType::List) {
            return null;
        }

        return match ($this->field->type) {
            FieldType::Integer, FieldType::Decimal => Decimal::compare($found, $value),
            FieldType::Money => self::compareMoney($found, $value),
            FieldType::List => is_array($found) ? Decimal::compare(count($found), $value) : null,
            FieldType::Boolean => $found === $value ? 0 : null,
            FieldType::DateTime => self::compareMoments($found, $value),
            default => is_scalar($found) && is_scalar($value) ? strcmp((string) $found, (string) $value) <=> 0 : null,
        };
    }

    private static function compareMoney(mixed $found, mixed $value): ?int
    {
        if (! is_array($found) || ! is_string($found['amount'] ?? null)) {
            return null;
        }
        if (! is_array($value)) {
            return Decimal::compare($found['amount'], $value);
        }

        return ($value['currency'] ?? null) === ($found['currency'] ?? null) ? Decimal::compare($found['amount'], $value['amount'] ?? null) : null;
    }

    private static function compareMoments(mixed $found, mixed $value): ?int
    {
        [$one, $other] = [Moment::loosely($found), Moment::loosely($value)];

        // In their normal form moments stand in the order of their letters.
        return $one === null || $other === null ? null : strcmp($one, $other) <=> 0;
    }
}
