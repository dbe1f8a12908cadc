<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Moment;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** An operator about days that are counted from the moment of the message, by the calendar of the source's time zone; today is counted as none. */
abstract class FromNow extends Operator
{
    public const MOST = 36_500;

    public function suits(FieldType $type): bool
    {
        return $type instanceof Type\Date || $type instanceof Type\DateTime;
    }

    public function takes(): Takes
    {
        return Takes::Days;
    }

    /**
     * The first and the last day of those that are meant.
     *
     * @param  mixed  $value  a number of days
     * @param  string|null  $now  null where there is no message: then nothing is within any days
     * @return array{from: string, to: string, zone: string}|null
     */
    public function days(mixed $value, ?string $now, string $zone): ?array
    {
        $today = Moment::of($now)?->setTimezone(new \DateTimeZone($zone));
        if ($today === null || ! is_int($value)) {
            return null;
        }
        [$from, $to] = $this->reach($value);

        return ['from' => $today->modify("{$from} days")->format('Y-m-d'), 'to' => $today->modify("{$to} days")->format('Y-m-d'), 'zone' => $zone];
    }

    /** A day more at both ends: a day of one time zone touches three of another. */
    public function stretches(mixed $value): ?array
    {
        if (! is_array($value) || ! is_string($value['from'] ?? null) || ! is_string($value['to'] ?? null)) {
            return [];
        }

        return [[Moment::of($value['from'])?->modify('-1 day')->format('Y-m-d'), Moment::of($value['to'])?->modify('+2 days')->format('Y-m-d')]];
    }

    /** The value as {@see days} makes it. */
    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        $moment = Moment::of($found);
        if ($moment === null || ! is_array($value) || ! is_string($value['zone'] ?? null)) {
            return false;
        }
        $day = $type instanceof Type\Date ? $found : $moment->setTimezone(new \DateTimeZone($value['zone']))->format('Y-m-d');

        return is_string($day) && $day >= ($value['from'] ?? '') && $day <= ($value['to'] ?? '');
    }

    /**
     * @return array{int, int} from how many days on until how many days on, of so many
     */
    abstract protected function reach(int $days): array;
}
