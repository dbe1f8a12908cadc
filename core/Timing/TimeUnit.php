<?php

declare(strict_types=1);

namespace Herald\Timing;

/** In what a stretch of time is counted. Minutes and hours are time that passes; days and weeks keep what the clock on the wall shows. */
enum TimeUnit: string
{
    case Minutes = 'minutes';
    case Hours = 'hours';
    case Days = 'days';
    case Weeks = 'weeks';

    /** Whether it is counted in days of the calendar. */
    public function isOfCalendar(): bool
    {
        return $this === self::Days || $this === self::Weeks;
    }

    /** As many as may be said at once: about ten years. */
    public function most(): int
    {
        return match ($this) {
            self::Minutes => 5_256_000,
            self::Hours => 87_600,
            self::Days => 3_650,
            self::Weeks => 520,
        };
    }

    /** In how many seconds one passes; of days and weeks, where no clock is changed. */
    public function seconds(): int
    {
        return match ($this) {
            self::Minutes => 60,
            self::Hours => 3_600,
            self::Days => 86_400,
            self::Weeks => 604_800,
        };
    }

    /** "1 day", "3 days". */
    public function inWords(int $amount): string
    {
        return $amount.' '.($amount === 1 ? substr($this->value, 0, -1) : $this->value);
    }
}
