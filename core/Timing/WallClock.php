<?php

declare(strict_types=1);

namespace Herald\Timing;

/**
 * What clocks on the wall show in a time zone, and which moments that means. A time that does not exist, as clocks are put forward, is read with the offset before the gap;
 * one that comes twice is the first of the two (RFC 5545, section 3.3.5).
 */
final readonly class WallClock
{
    /** Clocks are changed by less than this, in seconds. */
    private const FURTHEST = 2 * 86_400;

    private \DateTimeZone $zone;

    /** @param  string  $zone  IANA name */
    public function __construct(string $zone)
    {
        $this->zone = new \DateTimeZone($zone);
    }

    /** The IANA name of its zone. */
    public function zone(): string
    {
        return $this->zone->getName();
    }

    /**
     * What the clock shows at a moment.
     *
     * @return \DateTimeImmutable date and time of day as they are shown, said as if in UTC
     */
    public function shows(\DateTimeImmutable $moment): \DateTimeImmutable
    {
        return $moment->setTimezone(new \DateTimeZone('UTC'))->setTimestamp($moment->getTimestamp() + $this->zone->getOffset($moment));
    }

    /**
     * The moment at which the clock shows something.
     *
     * @param  \DateTimeImmutable  $shown  as {@see shows} says it
     * @return \DateTimeImmutable in UTC
     */
    public function moment(\DateTimeImmutable $shown): \DateTimeImmutable
    {
        $wall = $shown->getTimestamp();
        $transitions = $this->zone->getTransitions($wall - self::FURTHEST, $wall + self::FURTHEST) ?: [];
        if ($transitions === []) {
            // Zones that are no more than an offset have no transitions.
            return $shown->setTimestamp($wall - $this->zone->getOffset($shown));
        }
        foreach ($transitions as $index => ['offset' => $offset]) {
            $moment = $wall - $offset;
            $until = $transitions[$index + 1]['ts'] ?? PHP_INT_MAX;
            // What is not over before the clocks are changed: it exists with this offset, or falls into the gap after it.
            if ($moment < $until || $wall < $until + $transitions[$index + 1]['offset']) {
                return $shown->setTimestamp($moment);
            }
        }

        throw new \LogicException('The last offset has no end');
    }
}
