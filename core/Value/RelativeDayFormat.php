<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** How far off a day is from the day of the message, by CLDR's relative days: "tomorrow", "in 3 days", "vorgestern"; where it is counted from nothing, the day itself. */
final class RelativeDayFormat implements Format
{
    /** @var array<string, array{array<int, string>, array<string, string>}> by language: the days that have names, and patterns by whether it lies ahead */
    private array $patterns = [];

    public function name(): string
    {
        return 'relative_day';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Date || $type instanceof Type\DateTime;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $now = Moment::of($locality->now);
        $moment = Moment::of($value);
        if ($now === null || $moment === null) {
            return Formats::all()['date_long']->apply($value, $locality);
        }
        $zone = new \DateTimeZone($locality->zone);
        $isDay = is_string($value) && strlen($value) === 10;
        // Days are counted by the calendar, not by hours: both are taken to midnight of the same zone.
        $then = Moment::of($isDay ? $moment->format('Y-m-d') : $moment->setTimezone($zone)->format('Y-m-d'));
        $today = Moment::of($now->setTimezone($zone)->format('Y-m-d'));
        $days = $then === null || $today === null ? 0 : intdiv($then->getTimestamp() - $today->getTimestamp(), 86_400);
        [$named, $counted] = $this->patterns[$locality->language] ??= self::read($locality->language);

        return $named[$days] ?? (string) \MessageFormatter::formatMessage($locality->language, $counted[$days < 0 ? 'past' : 'future'], [abs($days)]);
    }

    /**
     * @return array{array<int, string>, array<string, string>}
     */
    private static function read(string $language): array
    {
        $named = [];
        foreach (CldrData::texts($language, 'fields', 'day', 'relative') as $distance => $words) {
            $named[(int) $distance] = $words;
        }
        $counted = ['past' => '{0, number, integer}', 'future' => '{0, number, integer}'];
        foreach (array_keys($counted) as $side) {
            $branches = '';
            foreach (CldrData::texts($language, 'fields', 'day', 'relativeTime', $side) as $category => $words) {
                $branches .= " {$category}{".strtr($words, ["'" => "''", '{0}' => '#']).'}';
            }
            $counted[$side] = $branches === '' ? $counted[$side] : "{0, plural,{$branches}}";
        }

        return [$named, $counted];
    }
}
