<?php

declare(strict_types=1);

namespace Herald\Claim;

use Herald\Condition\Comparison;
use Herald\Condition\Operator\Operators;
use Herald\Condition\Verdict;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Timing\WallClock;
use Herald\Value\Moment;
use Herald\Value\Type;

/** The days on which a claim or a collection holds, first and last among them, as the source's clock shows them. */
final readonly class Days
{
    private function __construct(public ?string $first, public ?string $last, private string $zone)
    {
    }

    /**
     * Its "from" and "until", each a day like 2026-12-01 or left out.
     *
     * @param  string  $zone  IANA name, the source's
     *
     * @throws \Herald\Document\InvalidDocument when one is no day, or they are the wrong way round
     */
    public static function read(Node $node, string $zone): self
    {
        foreach (['from', 'until'] as $key) {
            if ($node->has($key) && Moment::day($node->raw($key)) === null) {
                throw $node->fault($key, 'must be a day, like 2026-12-01');
            }
        }
        [$first, $last] = [$node->optionalString('from'), $node->optionalString('until')];
        if ($first !== null && $last !== null && $last < $first) {
            throw $node->fault('until', "lies before it begins, on {$first}");
        }

        return new self($first, $last, $zone);
    }

    public function areAll(): bool
    {
        return $this->first === null && $this->last === null;
    }

    /**
     * @param  \DateTimeImmutable  $now  by the clock of the work
     * @return Verdict that they hold, or why not
     */
    public function judge(\DateTimeImmutable $now): Verdict
    {
        $today = (new WallClock($this->zone))->shows($now)->format('Y-m-d');

        return match (true) {
            $this->first !== null && $today < $this->first => new Verdict(false, 'it begins on '.self::shown($this->first)),
            $this->last !== null && $today > $this->last => new Verdict(false, 'it ended after '.self::shown($this->last)),
            default => new Verdict(true, $this->inWords()),
        };
    }

    /** "from 1 Dec 2026 to 6 Jan 2027"; empty for all days. */
    public function inWords(): string
    {
        return match (true) {
            $this->areAll() => '',
            $this->first === null => 'until '.self::shown((string) $this->last),
            $this->last === null => 'from '.self::shown($this->first),
            default => 'from '.self::shown($this->first).' to '.self::shown($this->last),
        };
    }

    /**
     * The same as comparisons of the moment at which a message is made, for {@see Reasoning}.
     *
     * @return list<Comparison>
     */
    public function comparisons(): array
    {
        $compare = static fn (string $operator, string $moment): Comparison => new Comparison(Path::of('now'), Field::single('now', 'Now', new Type\DateTime), Operators::named($operator) ?? throw new \LogicException("There is no operator {$operator}"), $moment);

        return [
            ...($this->first === null ? [] : [$compare('at_least', $this->begins($this->first, 0))]),
            ...($this->last === null ? [] : [$compare('less', $this->begins($this->last, 1))]),
        ];
    }

    /**
     * @return array<string, string>
     */
    public function toArray(): array
    {
        return array_filter(['from' => $this->first, 'until' => $this->last], is_string(...));
    }

    private function begins(string $day, int $daysLater): string
    {
        $shown = Moment::of("{$day}T00:00:00Z") ?? throw new \LogicException('A day is a day');

        return Moment::text((new WallClock($this->zone))->moment($shown->modify("+{$daysLater} days")));
    }

    private static function shown(string $day): string
    {
        return Moment::of("{$day}T00:00:00Z")?->format('j M Y') ?? $day;
    }
}
