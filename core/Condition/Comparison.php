<?php

declare(strict_types=1);

namespace Herald\Condition;

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
     * @param  string|int|float|bool|array<array-key, mixed>|null  $value  a list where the operator takes several; money as an amount with currency, or as a plain
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
        return $this->operator->holds($this->path->in($data), $this->value, $this->field->type);
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
            'value' => $this->value,
            'type' => $this->field->type->name(),
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

    private function shownValue(): string
    {
        return match (true) {
            $this->operator->takes() === Takes::Nothing => '',
            $this->operator->takes() === Takes::Several && is_array($this->value) => implode(' or ', array_map($this->shown(...), $this->value)),
            default => $this->shown($this->value),
        };
    }
}
