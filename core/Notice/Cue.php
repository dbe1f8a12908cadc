<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Condition\Condition;
use Herald\Condition\Verdict;

/** What sets a notice off: an event, a condition that is newly met, or both together. */
final readonly class Cue
{
    /**
     * @param  string|null  $event  null for any event on a record of the type
     * @param  string  $eventLabel  the event in words: "order placed"
     * @param  Condition|null  $becomes  must hold now and not have held before
     * @param  string|null  $wording  the source's own words for the cue
     */
    public function __construct(
        private string $recordType,
        private ?string $event,
        private string $eventLabel,
        private ?Condition $becomes,
        private ?string $wording,
    ) {
    }

    /** The cue as a line of the running order: "on order placed", "when status becomes paid". */
    public function inWords(): string
    {
        $when = $this->becomes === null ? '' : 'when '.lcfirst(str_replace(' is ', ' becomes ', $this->becomes->sentence()));

        return $this->wording ?? trim(($this->event === null ? '' : 'on '.$this->eventLabel).' '.$when);
    }

    /** Whether an event alone sets the notice off, whatever the record says. */
    public function waitsFor(string $event): bool
    {
        return $this->event === $event && $this->becomes === null;
    }

    /** Whether something that happened sets the notice off, and why or why not. */
    public function judge(Occurrence $occurrence): Verdict
    {
        if ($occurrence->recordType !== $this->recordType) {
            return new Verdict(false, "speaks of records of type {$this->recordType}");
        }
        if ($this->event !== null && $this->event !== $occurrence->event) {
            return new Verdict(false, "waits for {$this->event}");
        }
        if ($this->becomes === null) {
            return new Verdict(true, $this->eventLabel);
        }
        $now = $this->becomes->judge([$this->recordType => $occurrence->after]);
        if (! $now->holds) {
            return new Verdict(false, $now->reason);
        }
        if ($occurrence->before !== null && $this->becomes->holds([$this->recordType => $occurrence->before])) {
            return new Verdict(false, $now->reason.', but it was so before');
        }

        return new Verdict(true, $this->change($occurrence) ?? lcfirst($now->reason));
    }

    /** What changed, in words: "status changed from pending to paid". */
    private function change(Occurrence $occurrence): ?string
    {
        $changes = [];
        foreach ($this->becomes?->comparisons() ?? [] as $comparison) {
            $was = $comparison->path->in([$this->recordType => $occurrence->before]);
            $is = $comparison->path->in([$this->recordType => $occurrence->after]);
            if ($occurrence->before !== null && $was !== $is) {
                $changes[] = lcfirst($comparison->field->label->in('en')).' changed from '.$comparison->shown($was).' to '.$comparison->shown($is);
            }
        }

        return $changes === [] ? null : implode(', ', array_unique($changes));
    }
}
