<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** Days between two times, by the calendar of the source's time zone: from this evening to tomorrow morning it is one. */
final readonly class Days extends Span
{
    public static function name(): string
    {
        return 'days';
    }

    public function type(): FieldType
    {
        return new Type\Integer;
    }

    protected static function types(): array
    {
        return Operand::TIMES;
    }

    protected static function between(\DateTimeImmutable $from, \DateTimeImmutable $to, \DateTimeZone $zone): int
    {
        // By names of days alone, which are all as long there.
        $day = static fn (\DateTimeImmutable $one): \DateTimeImmutable => $one->setTimezone($zone)->setTime(0, 0);
        $days = $day($from)->diff($day($to));

        return (int) $days->days * ($days->invert === 1 ? -1 : 1);
    }
}
