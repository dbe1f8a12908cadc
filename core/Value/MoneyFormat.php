<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Record\FieldType;

/** An amount with its currency, in the pattern of its language (CLDR) and the minor digits of the currency (ISO 4217). */
final class MoneyFormat implements Format
{
    /** @var array<string, array{\NumberFormatter, int}> */
    private array $formatters = [];

    public function name(): string
    {
        return 'money';
    }

    public function accepts(FieldType $type): bool
    {
        return $type === FieldType::Money;
    }

    public function apply(mixed $value, Setting $setting): string
    {
        if (! is_array($value) || ! is_string($value['amount'] ?? null) || ! is_string($value['currency'] ?? null)) {
            return '';
        }
        ['amount' => $amount, 'currency' => $currency] = $value;
        [$formatter, $digits] = $this->formatters[$setting->language.$currency] ??= self::formatter($setting->language, $currency);
        // Most amounts have no more digits than their currency, and need no rounding.
        $decimals = strlen($amount) - (strpos($amount, '.') ?: strlen($amount)) - 1;

        return (string) $formatter->formatCurrency($decimals > $digits ? Money::of($amount, $currency)->rounded($digits) : (float) $amount, $currency);
    }

    /**
     * @return array{\NumberFormatter, int}
     */
    private static function formatter(string $language, string $currency): array
    {
        $formatter = new \NumberFormatter($language, \NumberFormatter::CURRENCY);
        $formatter->setTextAttribute(\NumberFormatter::CURRENCY_CODE, $currency);

        return [$formatter, (int) $formatter->getAttribute(\NumberFormatter::FRACTION_DIGITS)];
    }
}
