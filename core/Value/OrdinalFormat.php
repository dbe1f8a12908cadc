<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A whole number as a place in an order: "3rd", "3." (CLDR's rule-based number formats). */
final class OrdinalFormat implements Format
{
    /** @var array<string, \NumberFormatter> */
    private array $formatters = [];

    public function name(): string
    {
        return 'ordinal';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Integer;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        return is_int($value) ? (string) ($this->formatters[$locality->language] ??= new \NumberFormatter($locality->language, \NumberFormatter::ORDINAL))->format($value) : '';
    }
}
