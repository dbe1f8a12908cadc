<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Condition\Condition;
use Herald\Condition\Verdict;
use Herald\Timing\InTime;

/** What sets a notice off: an event, a record that is new, a field that changes, a condition that is newly met, or some of them together; or a date in the record. */
final readonly class Cue
{
    /**
     * @param  string|null  $event  null for any event on a record of the type
     * @param  string  $eventLabel  the event in words: "order placed"
     * @param  bool  $created  whether the record must not have been known before
     * @param  FieldChange|null  $changes  a field that must have become another
     * @param  Condition|null  $becomes  must hold now and not have held before
     * @param  InTime|null  $time  when it goes by a date; nothing that happens sets it off then
     * @param  string|null  $follows  the key of the notice whose messages it follows, so long after them as its time says
     * @param  bool  $again  of an answer: whether one that is changed sets it off as well
     * @param  string|null  $wording  the source's own words for the cue
     */
    public function __construct(
        private string $recordType,
        public ?string $event,
        private string $eventLabel,
        private bool $created,
        private ?FieldChange $changes,
        private ?Condition $becomes,
        public ?InTime $time,
        public ?string $follows,
        private bool $again,
        private ?string $wording,
    ) {
    }

    /** The cue as a line of the running order: "on order placed", "when status becomes paid", "24 hours before “Starts”". */
    public function inWords(): string
    {
        if ($this->time !== null) {
            return $this->wording ?? $this->time->inWords();
        }
        $when = array_filter([
            $this->created ? 'it is new' : null,
            $this->changes === null ? null : lcfirst($this->changes->inWords()),
            $this->becomes === null ? null : lcfirst(str_replace(' is ', ' becomes ', $this->becomes->sentence())),
        ]);

        return $this->wording ?? trim(($this->event === null ? '' : 'on '.$this->eventLabel).($this->again ? ', a changed one too' : '').' '.($when === [] ? '' : 'when '.implode(' and ', $when)));
    }

    /** Whether the same event, or the same condition, sets another off. */
    public function sameEventAs(self $other): bool
    {
        return $this->time === null && $other->time === null && $this->event === $other->event && $this->again === $other->again && $this->created === $other->created
            && $this->changes?->toArray() == $other->changes?->toArray() && $this->becomes?->toArray() == $other->becomes?->toArray();
    }

    /** Whether an event alone sets the notice off, whatever the record says. */
    public function waitsFor(string $event): bool
    {
        return $this->event === $event && $this->becomes === null && $this->changes === null && ! $this->created;
    }

    /** Whether something that happened sets the notice off, and why or why not. */
    public function judge(Occurrence $occurrence): Verdict
    {
        if ($occurrence->recordType !== $this->recordType) {
            return new Verdict(false, "speaks of records of type {$this->recordType}");
        }
        if ($this->time !== null) {
            return new Verdict(false, "waits for its time, {$this->inWords()}");
        }
        if ($this->event !== null && $this->event !== $occurrence->event) {
            return new Verdict(false, "waits for {$this->event}");
        }
        if ($occurrence->again && ! $this->again) {
            return new Verdict(false, 'it was answered before, and a changed answer sets off nothing');
        }
        if ($this->created && $occurrence->before !== null) {
            return new Verdict(false, 'the record was known before');
        }
        if ($this->changes !== null && ! $this->changes->holds($occurrence)) {
            return new Verdict(false, "waits until {$this->changes->inWords()}");
        }
        if ($this->becomes === null) {
            return new Verdict(true, implode(', ', array_filter([$this->eventLabel, $this->created ? 'the record is new' : '', $this->changes?->inWords()])));
        }
        $now = $this->becomes->judge($occurrence->is());
        if (! $now->holds) {
            return new Verdict(false, $now->reason);
        }
        $was = $occurrence->was();
        if ($was !== null && $this->becomes->holds($was)) {
            $unknown = array_filter($this->becomes->paths(), $occurrence->wasUnknown(...));

            return new Verdict(false, $now->reason.($unknown === [] ? ', but it was so before' : '; whether it was so before is not known, as '.implode(', ', array_map(strval(...), $unknown)).' was declared otherwise then'));
        }

        return new Verdict(true, $this->change($occurrence) ?? lcfirst($now->reason));
    }

    /** What changed, in words: "status changed from pending to paid". */
    private function change(Occurrence $occurrence): ?string
    {
        $changes = [];
        foreach ($this->becomes?->comparisons() ?? [] as $comparison) {
            $was = $comparison->path->in($occurrence->was() ?? []);
            $is = $comparison->path->in($occurrence->is());
            if ($occurrence->before !== null && ! $comparison->field->equates($was, $is)) {
                $changes[] = lcfirst($comparison->field->label->in('en')).' changed from '.$comparison->shown($was).' to '.$comparison->shown($is);
            }
        }

        return $changes === [] ? null : implode(', ', array_unique($changes));
    }
}
