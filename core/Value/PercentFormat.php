<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A number that is already counted in hundredths: 21 becomes "21%" (CLDR). */
final class PercentFormat implements Format
{
    /** @var array<string, \NumberFormatter> */
    private array $formatters = [];

    public function name(): string
    {
        return 'percent';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Integer || $type instanceof Type\Decimal;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        if (! is_numeric($value)) {
            return '';
        }
        if (! isset($this->formatters[$locality->language])) {
            $formatter = new \NumberFormatter($locality->language, \NumberFormatter::PERCENT);
            $formatter->setAttribute(\NumberFormatter::MULTIPLIER, 1);
            $formatter->setAttribute(\NumberFormatter::MAX_FRACTION_DIGITS, 2);
            $this->formatters[$locality->language] = $formatter;
        }

        return (string) $this->formatters[$locality->language]->format($value + 0);
    }
}
