<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A number with the digits, separators and grouping of its language (CLDR). */
final class NumberFormat implements Format
{
    /** @var array<string, \NumberFormatter> */
    private array $formatters = [];

    public function name(): string
    {
        return 'number';
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
        $formatter = $this->formatters[$locality->language] ??= new \NumberFormatter($locality->language, \NumberFormatter::DECIMAL);

        return (string) $formatter->format($value + 0);
    }
}
