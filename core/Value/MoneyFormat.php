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
        $money = Money::read($value);
        if ($money === null) {
            return '';
        }
        [$formatter, $digits] = $this->formatters[$setting->language.$money->currency] ??= self::formatter($setting->language, $money->currency);

        return (string) $formatter->formatCurrency($money->rounded($digits), $money->currency);
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
