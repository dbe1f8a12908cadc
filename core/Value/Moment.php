<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;

/** The one reader of days and moments that come from outside. Nothing is read relative to a clock: "tomorrow" is no moment. */
final class Moment
{
    private const DAY = '(\d{4})-(\d\d)-(\d\d)';

    private const TIME = 'T(\d\d):(\d\d)(?::(\d\d)(?:\.\d{1,9})?)?';

    private const OFFSET = '(?:Z|[+-](\d\d):(\d\d))';

    /**
     * A calendar day, `2026-11-21`.
     *
     * @return string|null the same text; null when there is no such day in the years 0001 to 9999
     */
    public static function day(mixed $value): ?string
    {
        return is_string($value) && Preg::isMatch('/^'.self::DAY.'$/D', $value, $part) && checkdate((int) $part[2], (int) $part[3], (int) $part[1]) ? $value : null;
    }

    /**
     * A moment with its offset (RFC 3339 section 5.6; seconds may be left out).
     *
     * @return string|null in normal form, `2026-11-21T09:30:00Z`; null when it is none, or lies outside of the years 0001 to 9999 in UTC
     */
    public static function read(mixed $value): ?string
    {
        if (! is_string($value) || ! Preg::isMatch('/^'.self::DAY.self::TIME.self::OFFSET.'$/D', $value, $part)) {
            return null;
        }
        $fits = checkdate((int) $part[2], (int) $part[3], (int) $part[1]) && (int) $part[4] < 24 && (int) $part[5] < 60 && (int) ($part[6] ?? 0) < 61
            && (int) ($part[7] ?? 0) < 24 && (int) ($part[8] ?? 0) < 60;
        if ($fits && strlen($value) === 20 && $value[10] === 'T' && $value[19] === 'Z' && (int) ($part[6] ?? 0) < 60 && (int) $part[1] >= 1) {
            // It is in normal form already, as most are.
            return $value;
        }
        $moment = $fits ? new \DateTimeImmutable($value) : null;
        $moment = $moment?->setTimezone(new \DateTimeZone('UTC'));
        // The year alone tells: one before 0001 has a sign or is 0000, one after 9999 has five digits.
        $year = (int) $moment?->format('Y');

        return $moment !== null && $year >= 1 && $year <= 9999 ? $moment->format('Y-m-d\TH:i:s\Z') : null;
    }

    /**
     * A moment as people write it into a condition: as above, or a day, or a day with a time, both in UTC.
     *
     * @return string|null in normal form
     */
    public static function loosely(mixed $value): ?string
    {
        return match (true) {
            ! is_string($value) => null,
            self::day($value) !== null => $value.'T00:00:00Z',
            default => self::read($value) ?? self::read($value.'Z'),
        };
    }

    /** A moment in normal form. */
    public static function text(\DateTimeImmutable $moment): string
    {
        return $moment->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
    }

    /**
     * What a value in normal form stands for.
     *
     * @return \DateTimeImmutable|null null when it is neither a day nor a moment in normal form
     */
    public static function of(mixed $value): ?\DateTimeImmutable
    {
        $form = is_string($value) ? match (strlen($value)) {
            10 => '!Y-m-d',
            20 => '!Y-m-d\TH:i:s\Z',
            default => null,
        } : null;
        $moment = $form === null ? false : \DateTimeImmutable::createFromFormat($form, $value, new \DateTimeZone('UTC'));

        return $moment === false ? null : $moment;
    }
}
