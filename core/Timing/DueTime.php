<?php

declare(strict_types=1);

namespace Herald\Timing;

use Composer\Pcre\Preg;
use Herald\Value\Moment;

/** When something is due for a record, and by what it is told from what is due at other times. */
final readonly class DueTime
{
    /**
     * @param  string  $from  what it counts from: `date:PATH:ANCHOR`, or `follow:DISPATCH`
     * @param  string  $anchor  that date, or the moment of that message, in normal form
     * @param  int  $number  0, and 1, 2, … for what comes again
     * @param  \DateTimeImmutable  $expires  after which it is too late to go
     * @param  string  $zone  whose clocks are meant, IANA name
     */
    public function __construct(public string $from, public string $anchor, public int $number, public \DateTimeImmutable $at, public \DateTimeImmutable $expires, public string $zone)
    {
    }

    /** The occasion of its due: `date:booking.starts_at:2026-12-01T18:00:00Z:0`. */
    public function occasion(): string
    {
        return "{$this->from}:{$this->number}";
    }

    /**
     * Whether an occasion is this one: the same date and number, whatever the field was called then, and whether it was a day or a moment.
     *
     * @param  string  $occasion  in the form of {@see occasion}
     */
    public function isOccasion(string $occasion): bool
    {
        return $occasion === $this->occasion() || (Preg::isMatch('/^date:[^:]+:(.+):(\d+)$/D', $occasion, $parts) && (int) $parts[2] === $this->number && $this->countsFrom($parts[1]));
    }

    /** Whether it counts from this date: the same one, or where one of the two is a day alone, the same day in its zone. */
    public function countsFrom(string $anchor): bool
    {
        if ($anchor === $this->anchor || strlen($anchor) === strlen($this->anchor)) {
            return $anchor === $this->anchor;
        }

        return $this->day($anchor) === $this->day($this->anchor);
    }

    private function day(string $anchor): string
    {
        $moment = Moment::of($anchor);

        return strlen($anchor) === strlen('2026-11-30') || $moment === null ? $anchor : (new WallClock($this->zone))->shows($moment)->format('Y-m-d');
    }

    /** What clocks show there: "2026-11-30 18:00". */
    public function shown(): string
    {
        return (new WallClock($this->zone))->shows($this->at)->format('Y-m-d H:i');
    }

    /** The same, due at another moment. */
    public function at(\DateTimeImmutable $moment): self
    {
        return new self($this->from, $this->anchor, $this->number, $moment, $this->expires, $this->zone);
    }

    /** The number of an occasion. */
    public static function numberOf(string $occasion): int
    {
        return (int) substr((string) strrchr($occasion, ':'), 1);
    }
}
