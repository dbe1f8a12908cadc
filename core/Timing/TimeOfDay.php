<?php

declare(strict_types=1);

namespace Herald\Timing;

use Composer\Pcre\Preg;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;

/** A time of day as clocks show it, to the minute. */
final readonly class TimeOfDay
{
    private const FORM = '/^([01]\d|2[0-3]):([0-5]\d)$/D';

    /** @param  int  $minutes  since midnight */
    private function __construct(public int $minutes)
    {
    }

    /** @throws InvalidDocument when it is none */
    public static function ofNode(Node $node, string $key): self
    {
        return self::read($node->raw($key)) ?? throw $node->fault($key, 'must be a time of day, such as "09:00"');
    }

    /** @param  mixed  $value  e.g. "09:00" */
    public static function read(mixed $value): ?self
    {
        return is_string($value) && Preg::isMatch(self::FORM, $value, $part) ? new self((int) $part[1] * 60 + (int) $part[2]) : null;
    }

    /** The same day as it is shown, at this time. */
    public function on(\DateTimeImmutable $shown): \DateTimeImmutable
    {
        return $shown->setTime(intdiv($this->minutes, 60), $this->minutes % 60);
    }

    public function inWords(): string
    {
        return sprintf('%02d:%02d', intdiv($this->minutes, 60), $this->minutes % 60);
    }
}
