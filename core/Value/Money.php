<?php

declare(strict_types=1);

namespace Herald\Value;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Composer\Pcre\Preg;

/** A decimal amount of a currency. */
final readonly class Money
{
    /** More digits than this do not survive the passage through ICU's number formatting (IEEE 754 double, 15 decimal digits). */
    public const MAX_DIGITS = 15;

    private function __construct(public BigDecimal $amount, public string $currency)
    {
    }

    /**
     * @param  mixed  $amount  a decimal number, see {@see Decimal::read}, e.g. "12.50"
     * @param  string  $currency  an ISO 4217 code, e.g. "EUR"
     *
     * @throws \InvalidArgumentException when either is not what it should be
     */
    public static function of(mixed $amount, string $currency): self
    {
        $decimal = Decimal::read($amount) ?? throw new \InvalidArgumentException('must have a decimal number as its amount');
        if ($decimal->getPrecision() > self::MAX_DIGITS) {
            throw new \InvalidArgumentException('has more than '.self::MAX_DIGITS.' digits');
        }
        if (! Preg::isMatch('/^[A-Z]{3}$/D', $currency)) {
            throw new \InvalidArgumentException('must name its currency by three capital letters (ISO 4217)');
        }

        return new self($decimal, $currency);
    }

    /**
     * Reads the form money has in normalised record data.
     *
     * @return self|null null when the value is not money
     */
    public static function read(mixed $value): ?self
    {
        return is_array($value) && is_string($value['amount'] ?? null) && is_string($value['currency'] ?? null)
            ? self::of($value['amount'], $value['currency'])
            : null;
    }

    /**
     * The amount as ICU wants it, rounded half up to the given digits. Lossless within MAX_DIGITS.
     *
     * @param  int  $digits  the currency's minor digits (ISO 4217)
     */
    public function rounded(int $digits): float
    {
        return $this->amount->toScale($digits, RoundingMode::HALF_UP)->toFloat();
    }

    /**
     * @return array{amount: string, currency: string}
     */
    public function toArray(): array
    {
        return ['amount' => (string) $this->amount, 'currency' => $this->currency];
    }
}
