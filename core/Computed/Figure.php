<?php

declare(strict_types=1);

namespace Herald\Computed;

use Brick\Math\BigDecimal;
use Herald\Record\NotComputable;
use Herald\Value\Decimal;
use Herald\Value\Money;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** A number, or an amount of a currency, to be reckoned with exactly. */
final readonly class Figure
{
    private function __construct(public BigDecimal $number, public ?string $currency)
    {
    }

    /** @return self|null null where a value is empty */
    public static function of(mixed $value): ?self
    {
        $money = Money::read($value);
        $number = $money === null ? Decimal::read($value) : $money->amount;

        return $number === null ? null : new self($number, $money?->currency);
    }

    public static function nothing(): self
    {
        return new self(BigDecimal::zero(), null);
    }

    public function with(BigDecimal $number): self
    {
        return new self($number, $this->currency);
    }

    /** @throws NotComputable when the two are amounts of different currencies */
    public function plus(self $other): self
    {
        $this->alike($other);

        return new self($this->number->plus($other->number), $this->currency ?? $other->currency);
    }

    /** @throws NotComputable as above */
    public function minus(self $other): self
    {
        return $this->plus($other->with($other->number->negated()));
    }

    /** @throws NotComputable as above */
    public function compareTo(self $other): int
    {
        $this->alike($other);

        return $this->number->compareTo($other->number);
    }

    /** @throws NotComputable when the two are amounts of different currencies */
    public function alike(self $other): void
    {
        if ($this->currency !== null && $other->currency !== null && $this->currency !== $other->currency) {
            throw new NotComputable("{$this->currency} and {$other->currency} are two currencies: their amounts are not put together");
        }
    }

    /**
     * @return int|string|array{amount: string, currency: string}|null in the normal form of the type; null for an amount of no currency
     *
     * @throws NotComputable when it has more digits than its type
     */
    public function value(FieldType $type): int|string|array|null
    {
        $number = $this->number->stripTrailingZeros();
        try {
            return match (true) {
                $type instanceof Type\Integer => $number->toInt(),
                $type instanceof Type\Money => $this->currency === null ? null : Money::of((string) ($number->getScale() < 0 ? $number->toScale(0) : $number), $this->currency)->toArray(),
                default => Decimal::read((string) $number) === null ? throw new NotComputable('It has more digits than '.Decimal::WORDS) : (string) $number,
            };
        } catch (\Brick\Math\Exception\MathException|\InvalidArgumentException) {
            throw new NotComputable('It has more digits than a value may have');
        }
    }
}
