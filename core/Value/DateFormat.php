<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A day or a moment in words of its language (CLDR); a moment stands in its record's or source's zone, a day in none. */
final class DateFormat implements Format
{
    /** @var array<string, \IntlDateFormatter> */
    private array $formatters = [];

    /**
     * @param  int  $date  one of IntlDateFormatter's lengths
     * @param  int  $time  the same, for the time of day
     */
    public function __construct(private readonly string $name, private readonly int $date, private readonly int $time)
    {
    }

    public function name(): string
    {
        return $this->name;
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\DateTime || ($type instanceof Type\Date && $this->time === \IntlDateFormatter::NONE);
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $moment = Moment::of($value);
        if ($moment === null) {
            return '';
        }
        $zone = is_string($value) && strlen($value) === 10 ? 'UTC' : $locality->zone;
        $formatter = $this->formatters[$locality->language.' '.$zone] ??= new \IntlDateFormatter($locality->language, $this->date, $this->time, $zone);

        // By its timestamp: ICU takes ten times as long over an object.
        return (string) $formatter->format($moment->getTimestamp());
    }
}
