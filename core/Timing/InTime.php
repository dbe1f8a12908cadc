<?php

declare(strict_types=1);

namespace Herald\Timing;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Condition\Verdict;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Moment;
use Herald\Value\Type;

/** A cue in time: so long before or after a date in the record, while a condition holds, perhaps again, perhaps only within hours of the day. */
final readonly class InTime
{
    /** How long something goes out that came due while nothing ran, where its date is past and nothing else is said. */
    private const LATE = [24, TimeUnit::Hours];

    /**
     * @param  string  $hash  what tells it from others
     * @param  string|null  $zone  path of the field that holds the zone of the date; null: the source's
     * @param  TimeOfDay|null  $at  of days and weeks: when on that day; null: at the date's own time
     * @param  Span|null  $late  how long after it was due it may still go; null: until its date is past, or for a day after one that is
     * @param  bool  $atOnce  whether it goes at once for a record that becomes known too late, where otherwise it does not go at all
     * @param  bool  $whenMoved  whether it goes again when the date is moved after it went
     */
    private function __construct(
        public string $hash,
        public Path $path,
        private Field $field,
        private ?string $zone,
        private Side $side,
        private Span $by,
        private ?TimeOfDay $at,
        private ?Condition $condition,
        private ?Again $again,
        private ?OpenHours $hours,
        private ?Span $late,
        public bool $atOnce,
        public bool $whenMoved,
    ) {
    }

    /** @throws InvalidDocument naming the place of what does not fit */
    public static function ofNode(Node $node, Vocabulary $vocabulary): self
    {
        $side = $node->has('before') ? Side::Before : Side::After;
        [$path, $field] = self::date($node, $side->value, $vocabulary);
        $by = Span::ofNode($node->node('by') ?? throw $node->fault('by', 'must be there'), TimeUnit::cases(), 0);
        $at = $node->has('at') ? TimeOfDay::ofNode($node, 'at') : null;
        $isDay = $field->type instanceof Type\Date;
        if ($at !== null && ! $by->unit->isOfCalendar()) {
            throw $node->fault('at', 'is for days and weeks: hours and minutes are counted from the date itself');
        }
        if ($at === null && $isDay) {
            throw $node->fault('at', "must say at which time of day: \"{$path}\" is a day without one");
        }
        $condition = $node->node('if');
        $hours = $node->node('between');
        $again = $node->node('again');
        $late = $node->node('late');

        return new self(
            hash('xxh128', json_encode($node->data, JSON_THROW_ON_ERROR)), $path, $field, $field->zone === null ? null : (string) $path->sibling($field->zone), $side, $by, $at,
            $condition === null ? null : ConditionReader::read($condition, $vocabulary),
            $again === null ? null : Again::ofNode($again),
            $hours === null ? null : OpenHours::ofNode($hours),
            $late === null ? null : Span::ofNode($late, TimeUnit::cases()),
            $node->optionalString('known_late') === 'at_once',
            $node->optionalString('moved') === 'again',
        );
    }

    /**
     * So long after a message of another notice.
     *
     * @param  string  $name  of that notice
     *
     * @throws InvalidDocument as above
     */
    public static function following(Node $node, Vocabulary $vocabulary, string $name): self
    {
        return self::ofNode(new Node([...$node->data, 'after' => Vocabulary::FOLLOWED.'.at'], $node->place, $node->document), $vocabulary->following($name));
    }

    /**
     * When it is due for a record.
     *
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  string  $zone  of the source
     * @param  int  $number  0, and 1, 2, … for what comes again
     * @return DueTime|null null where the record has no such date, or it does not come that often
     */
    public function due(array $data, string $zone, int $number = 0): ?DueTime
    {
        $anchor = $this->path->in($data);
        $clock = $this->clock($data, $zone);
        $date = $this->moment($data, $clock);
        if ($date === null || ! is_string($anchor) || $number > ($this->again->times ?? 0)) {
            return null;
        }
        $moment = $this->by->from($date, $this->side === Side::Before ? -1 : 1, $clock);
        if ($this->at !== null) {
            $moment = $clock->moment($this->at->on($clock->shows($moment)));
        }
        if ($number > 0) {
            $moment = $this->again?->every->from($moment, $number, $clock) ?? $moment;
        }
        $until = $this->side === Side::Before ? $this->ends($date, $clock) : null;
        if ($until !== null && $number > 0 && $moment >= $until) {
            return null;
        }
        $moment = $this->hours?->move($moment, $clock, $until) ?? $moment;
        $late = $this->late ?? ($until === null ? Span::of(...self::LATE) : null);

        $message = Path::of(Vocabulary::FOLLOWED.'.message')->in($data);

        return new DueTime($this->path->root() === Vocabulary::FOLLOWED && is_string($message) ? "follow:{$message}" : "date:{$this->path}:{$anchor}", $anchor, $number, $moment, $late?->from($moment, 1, $clock) ?? $until ?? $moment, $clock->zone());
    }

    /**
     * Until when it may go at all, whoever says so: what goes before a date is wrong once that is past.
     *
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  string  $zone  of the source
     * @return \DateTimeImmutable|null the moment from which on it is too late; null where it goes after its date, or the record has none
     */
    public function latest(array $data, string $zone): ?\DateTimeImmutable
    {
        $clock = $this->clock($data, $zone);
        $date = $this->moment($data, $clock);

        return $date === null || $this->side === Side::After ? null : $this->ends($date, $clock);
    }

    /** The label of the date that it counts from. */
    public function dateLabel(): string
    {
        return $this->field->label->in('en');
    }

    /**
     * The clock of its date: in the zone that the record says, or the source's.
     *
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  string  $zone  of the source
     */
    public function clock(array $data, string $zone): WallClock
    {
        $own = $this->zone === null ? null : Path::of($this->zone)->in($data);

        return new WallClock(is_string($own) ? $own : $zone);
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function moment(array $data, WallClock $clock): ?\DateTimeImmutable
    {
        $date = Moment::of($this->path->in($data));

        return $date !== null && $this->field->type instanceof Type\Date ? $clock->moment($date) : $date;
    }

    /**
     * Whether its condition holds for a record.
     *
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  bool  $isDue  whether it is due now: until then what is counted from now cannot be told, and counts as held
     */
    public function judge(array $data, bool $isDue): Verdict
    {
        if ($this->condition === null || (! $isDue && in_array('now', array_map(static fn (Path $path): string => $path->root(), $this->condition->paths()), true))) {
            return new Verdict(true, $this->inWords());
        }

        return $this->condition->judge($data);
    }

    /** As it is read aloud: "24 hours before Starts, if Status is Confirmed". */
    public function inWords(): string
    {
        $date = "{$this->side->value} “{$this->field->label->in('en')}”";

        return implode('', [
            $this->by->amount === 0 ? ($this->at === null ? "at “{$this->field->label->in('en')}”" : "on the day of “{$this->field->label->in('en')}”") : "{$this->by->inWords()} {$date}",
            $this->at === null ? '' : ", at {$this->at->inWords()}",
            $this->condition === null ? '' : ", if {$this->condition->sentence()}",
            $this->again === null ? '' : "; {$this->again->inWords()}",
            $this->hours === null ? '' : "; only {$this->hours->inWords()}",
        ]);
    }

    /** When the date is past: a day, when it is over. */
    private function ends(\DateTimeImmutable $date, WallClock $clock): \DateTimeImmutable
    {
        return $this->field->type instanceof Type\Date ? Span::of(1, TimeUnit::Days)->from($date, 1, $clock) : $date;
    }

    /**
     * @return array{Path, Field}
     */
    private static function date(Node $node, string $key, Vocabulary $vocabulary): array
    {
        try {
            $path = $vocabulary->current(Path::of($node->string($key)));
            $field = $vocabulary->field($path);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault($key, $e->getMessage());
        }
        if (! $field->type instanceof Type\Date && ! $field->type instanceof Type\DateTime) {
            throw $node->fault($key, "\"{$path}\" is of type {$field->type->name()}, and no date");
        }
        if ($path->root() === 'now') {
            throw $node->fault($key, 'must be a date of the record');
        }

        return [$path, $field];
    }
}
