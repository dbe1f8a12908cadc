<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** An amount with its currency, in the pattern of its language (CLDR) and the minor digits of the currency (ISO 4217). */
final class MoneyFormat implements Format
{
    /**
     * Minor digits of ISO 4217 where CLDR, which ICU goes by, leaves them out as they are rare in daily use; an amount that has been
     * charged is shown as it is. tests/Reference/CurrencyTest holds all currencies against the list of ISO 4217.
     */
    private const ISO_4217 = ['AFN' => 2, 'ALL' => 2, 'IQD' => 3, 'IRR' => 2, 'KPW' => 2, 'LAK' => 2, 'LBP' => 2, 'MGA' => 2, 'MMK' => 2, 'RSD' => 2, 'SOS' => 2, 'SYP' => 2, 'YER' => 2];

    /** @var array<string, array{\NumberFormatter, int}> */
    private array $formatters = [];

    public function name(): string
    {
        return 'money';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Money;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        if (! is_array($value) || ! is_string($value['amount'] ?? null) || ! is_string($value['currency'] ?? null)) {
            return '';
        }
        ['amount' => $amount, 'currency' => $currency] = $value;
        [$formatter, $digits] = $this->formatters[$locality->language.$currency] ??= self::formatter($locality->language, $currency);
        // Most amounts have no more digits than their currency, and need no rounding.
        $decimals = strlen($amount) - (strpos($amount, '.') ?: strlen($amount)) - 1;

        return (string) $formatter->format($decimals > $digits ? Money::of($amount, $currency)->rounded($digits) : (float) $amount);
    }

    /**
     * @return array{\NumberFormatter, int}
     */
    private static function formatter(string $language, string $currency): array
    {
        $formatter = new \NumberFormatter($language, \NumberFormatter::CURRENCY);
        $formatter->setTextAttribute(\NumberFormatter::CURRENCY_CODE, $currency);

        if (isset(self::ISO_4217[$currency])) {
            $formatter->setAttribute(\NumberFormatter::FRACTION_DIGITS, self::ISO_4217[$currency]);
        }

        return [$formatter, (int) $formatter->getAttribute(\NumberFormatter::FRACTION_DIGITS)];
    }
}
