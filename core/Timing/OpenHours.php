<?php

declare(strict_types=1);

namespace Herald\Timing;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;

/** Hours of the day in which messages go; they may go over midnight. What falls outside waits for the next opening. */
final readonly class OpenHours
{
    private function __construct(private TimeOfDay $from, private TimeOfDay $to)
    {
    }

    /** @throws InvalidDocument when they are no two different times of day */
    public static function ofNode(Node $node): self
    {
        $hours = new self(TimeOfDay::ofNode($node, 'from'), TimeOfDay::ofNode($node, 'to'));

        return $hours->from->minutes === $hours->to->minutes ? throw $node->fault('to', 'must be another time than "from"') : $hours;
    }

    /**
     * The moment at which something goes that would go at another: then, at the next opening, or, where that is not before a given moment, at the end of the open hours before.
     *
     * @param  \DateTimeImmutable|null  $before  when it has to have gone
     */
    public function move(\DateTimeImmutable $moment, WallClock $clock, ?\DateTimeImmutable $before): \DateTimeImmutable
    {
        $shown = $clock->shows($moment);
        $now = (int) $shown->format('G') * 60 + (int) $shown->format('i');
        if ($this->isOpen($now)) {
            return $moment;
        }
        $opening = $this->from->on($shown);
        $next = $clock->moment($now < $this->from->minutes ? $opening : $opening->modify('+1 day'));
        if ($before === null || $next < $before) {
            return $next;
        }
        $closing = $this->to->on($shown);

        return $clock->moment($now > $this->to->minutes ? $closing : $closing->modify('-1 day'));
    }

    public function inWords(): string
    {
        return "between {$this->from->inWords()} and {$this->to->inWords()}";
    }

    /** Both ends belong to them. */
    private function isOpen(int $minutes): bool
    {
        return $this->from->minutes < $this->to->minutes ? $minutes >= $this->from->minutes && $minutes <= $this->to->minutes : $minutes >= $this->from->minutes || $minutes <= $this->to->minutes;
    }
}
