<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Condition\Operator\FromNow;
use Herald\Condition\Operator\Operator;
use Herald\Condition\Operator\Takes;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Value\Emptiness;
use Herald\Value\Formats;
use Herald\Value\Locality;
use Herald\Value\Money;
use Herald\Value\Type;

/** One field compared with a value, as its operator does it. */
final readonly class Comparison implements Condition
{
    /**
     * @param  string|int|float|bool|Reference|array<array-key, mixed>|null  $value  a list where the operator takes several; money as an amount with currency, or as a plain
     *                                                                     number that is held against the amount in whatever currency
     */
    public function __construct(
        public Path $path,
        public Field $field,
        public Operator $operator,
        public string|int|float|bool|Reference|array|null $value,
    ) {
    }

    public function holds(array $data): bool
    {
        return $this->operator->holds($this->path->in($data), $this->against($data), $this->field->type);
    }

    public function judge(array $data): Verdict
    {
        $found = $this->path->in($data);
        $holds = $this->holds($data);
        $label = $this->field->label->in('en');
        $shown = $this->operator->takes() === Takes::Nothing ? '' : $this->shown($found);

        return new Verdict($holds, ! $holds && Emptiness::of($found) ? "{$label} is empty" : $this->operator->reason($this->field->type, $holds, $label, $shown, $this->shownValue()));
    }

    public function sentence(): string
    {
        return $this->operator->sentence($this->field->type, $this->field->label->in('en'), $this->shownValue());
    }

    public function toArray(): array
    {
        return [
            'path' => (string) $this->path,
            'operator' => $this->operator->name(),
            'value' => self::stored($this->value),
            'type' => $this->field->type->name(),
            'label' => $this->field->label->in('en'),
        ];
    }

    public function paths(): array
    {
        $others = array_filter(is_array($this->value) ? $this->value : [$this->value], static fn (mixed $one): bool => $one instanceof Reference);
        $now = $this->operator instanceof FromNow ? [Path::of('now'), Path::of('source.zone')] : [];

        return [$this->path, ...array_values(array_map(static fn (Reference $one): Path => $one->path, $others)), ...$now];
    }

    public function comparisons(): array
    {
        return [$this];
    }

    /**
     * Between which values what is found must lie, for these data, so that it can hold: more than that is for {@see holds}.
     *
     * @param  array<array-key, mixed>  $data
     * @return list<array{mixed, mixed}>|null least and greatest of each stretch, null for none; null altogether where it cannot be said so
     */
    public function stretches(array $data): ?array
    {
        return $this->operator->stretches($this->against($data));
    }

    /** A found value as a person reads it: an option by its label, money with its currency. */
    public function shown(mixed $found): string
    {
        if ($found instanceof Reference) {
            return $found->label;
        }
        if (Emptiness::of($found)) {
            return 'empty';
        }
        if ($this->field->type instanceof Type\Secret) {
            return 'a secret';
        }
        if ($this->field->type instanceof Type\Money && Money::read($found) === null) {
            return is_scalar($found) ? (string) $found : 'another amount';
        }
        // Within a sentence.
        $options = array_map(static fn ($label): string => lcfirst($label->in('en')), $this->field->options);

        return Formats::usual($this->field->type)->apply($found, new Locality('en', 'UTC', $options));
    }

    /**
     * What it is compared with, for these data: the values of other fields in place of their names, days in place of their number.
     *
     * @param  array<array-key, mixed>  $data
     */
    private function against(array $data): mixed
    {
        if ($this->operator instanceof FromNow) {
            [$now, $zone] = [$data['now'] ?? null, is_array($data['source'] ?? null) ? $data['source']['zone'] ?? null : null];

            return $this->operator->days($this->value, is_string($now) ? $now : null, is_string($zone) ? $zone : 'UTC');
        }
        $read = static fn (mixed $value): mixed => $value instanceof Reference ? $value->path->in($data) : $value;

        return is_array($this->value) ? array_map($read, $this->value) : $read($this->value);
    }

    /** A value as {@see toArray} has it. */
    private static function stored(mixed $value): mixed
    {
        return match (true) {
            $value instanceof Reference => ['path' => (string) $value->path, 'label' => $value->label],
            is_array($value) => array_map(self::stored(...), $value),
            default => $value,
        };
    }

    private function shownValue(): string
    {
        return match (true) {
            $this->operator->takes() === Takes::Days => $this->value === 1 ? 'day' : (is_scalar($this->value) ? $this->value : '').' days',
            $this->operator->takes() === Takes::Two && is_array($this->value) => implode(' and ', array_map($this->shown(...), $this->value)),
            $this->operator->takes() === Takes::Nothing => '',
            $this->operator->takes() === Takes::Several && is_array($this->value) => implode(' or ', array_map($this->shown(...), $this->value)),
            default => $this->shown($this->value),
        };
    }
}
