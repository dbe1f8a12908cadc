<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A number with the digits, separators and grouping of its language (CLDR), as it is or as a percentage: 21 is counted in hundredths already and becomes "21%". */
final class NumberFormat implements Adjustable
{
    private const MOST_DIGITS = 6;

    /** @var array<string, \NumberFormatter> by language and digits */
    private array $formatters = [];

    private function __construct(private readonly string $name, private readonly int $style, private readonly int $usualDigits)
    {
    }

    public static function plain(): self
    {
        return new self('number', \NumberFormatter::DECIMAL, 3);
    }

    public static function percent(): self
    {
        return new self('percent', \NumberFormatter::PERCENT, 2);
    }

    public function name(): string
    {
        return $this->name;
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Integer || $type instanceof Type\Decimal;
    }

    public function parameters(FieldType $type, array $options, ?string $language): array
    {
        return [new Parameter('digits', 'Digits after the point', bounds: [0, self::MOST_DIGITS])];
    }

    public function mayName(string $parameter, FieldType $type): bool
    {
        return false;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        if (! is_numeric($value)) {
            return '';
        }
        $digits = $locality->number('digits');

        return (string) ($this->formatters[$locality->language.$digits] ??= $this->formatter($locality->language, $digits))->format($value + 0);
    }

    private function formatter(string $language, ?int $digits): \NumberFormatter
    {
        $formatter = new \NumberFormatter($language, $this->style);
        $formatter->setAttribute(\NumberFormatter::MULTIPLIER, 1);
        $formatter->setAttribute(\NumberFormatter::MAX_FRACTION_DIGITS, $digits ?? $this->usualDigits);
        $formatter->setAttribute(\NumberFormatter::MIN_FRACTION_DIGITS, $digits ?? 0);
        $formatter->setAttribute(\NumberFormatter::ROUNDING_MODE, \NumberFormatter::ROUND_HALFUP);

        return $formatter;
    }
}
