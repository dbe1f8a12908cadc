<?php

declare(strict_types=1);

namespace Herald\Timing;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;

/** A stretch of time as people say it: `{"days": 3}`. */
final readonly class Span
{
    private function __construct(public int $amount, public TimeUnit $unit)
    {
    }

    public static function of(int $amount, TimeUnit $unit): self
    {
        return new self($amount, $unit);
    }

    /**
     * @param  list<TimeUnit>  $units  in which it may be said
     * @param  int  $least  the smallest amount
     *
     * @throws InvalidDocument when it is said in no unit, in several, or in too many of it
     */
    public static function ofNode(Node $node, array $units, int $least = 1): self
    {
        $names = array_map(static fn (TimeUnit $unit): string => $unit->value, $units);
        $node->only(array_fill_keys($names, []));
        $unit = TimeUnit::tryFrom((string) array_key_first($node->data));
        if ($unit === null || count($node->data) > 1) {
            throw $node->fault('', 'must be said in one of '.implode(', ', $names));
        }
        $amount = $node->int($unit->value, 0);

        return $amount >= $least && $amount <= $unit->most() ? new self($amount, $unit) : throw $node->fault($unit->value, "must be {$least} to ".number_format($unit->most()));
    }

    /**
     * The moment that lies so far before or after another: by time that passes, or for days and weeks by the calendar of a zone.
     *
     * @param  int  $times  how often it is added; less than none: taken off
     */
    public function from(\DateTimeImmutable $moment, int $times, WallClock $clock): \DateTimeImmutable
    {
        $by = $times * $this->amount;

        return $this->unit->isOfCalendar() ? $clock->moment($clock->shows($moment)->modify(sprintf('%+d %s', $by, $this->unit->value))) : $moment->modify(sprintf('%+d seconds', $by * $this->unit->seconds()));
    }

    public function inWords(): string
    {
        return $this->unit->inWords($this->amount);
    }
}
