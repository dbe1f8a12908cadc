<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A number of minutes, hours or days as a length of time: 90 minutes are "1 hour, 30 minutes" (units and list patterns of CLDR). */
final class DurationFormat implements Adjustable
{
    /** In seconds. */
    private const UNITS = ['days' => 86_400, 'hours' => 3_600, 'minutes' => 60, 'seconds' => 1];

    /** More of them would overflow, and are no length of time that anybody writes. */
    private const MOST_SECONDS = 1e12;

    public function name(): string
    {
        return 'duration';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Integer || $type instanceof Type\Decimal;
    }

    public function parameters(FieldType $type, array $options, ?string $language): array
    {
        return [new Parameter('unit', 'Counted in', choices: array_combine(array_keys(self::UNITS), array_keys(self::UNITS)))];
    }

    public function mayName(string $parameter, FieldType $type): bool
    {
        return false;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $counted = self::UNITS[$locality->with['unit'] ?? ''] ?? self::UNITS['minutes'];
        if (! is_numeric($value) || abs($value * $counted) > self::MOST_SECONDS) {
            return '';
        }
        $left = (int) round(abs($value + 0) * $counted);
        $parts = [];
        foreach (self::UNITS as $unit => $seconds) {
            // Nothing at all is still so much of what it is counted in.
            if ($left >= $seconds || ($parts === [] && $left === 0 && $seconds === $counted)) {
                $parts[] = self::unit(intdiv($left, $seconds), rtrim($unit, 's'), $locality->language);
                $left %= $seconds;
            }
        }

        return Listing::of($parts, $locality->language, 'unit');
    }

    private static function unit(int $number, string $unit, string $language): string
    {
        return (string) \MessageFormatter::formatMessage($language, "{0, number, :: unit/{$unit} unit-width-full-name}", [$number]);
    }
}
