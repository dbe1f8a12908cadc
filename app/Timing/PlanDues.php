<?php

declare(strict_types=1);

namespace App\Timing;

use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Response;
use App\Models\Source;
use Herald\Condition\Verdict;
use Herald\Document\InvalidDocument;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Timing\DueTime;
use Herald\Timing\InTime;
use Herald\Value\Moment;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Makes the dues of notices that go by a date in the record, and has them follow it: a date that is moved moves them, a condition that does not hold any more takes them away, with the
 * reason. Of what comes again there is the next one. Called wherever a record may have changed, in the same transaction.
 */
final class PlanDues
{
    /** @var array<string, int>|null the ids of the notices that go by a date, by key; null until they are asked for */
    private ?array $ids = null;

    /**
     * @param  bool  $baseline  whether nothing has happened: then there are dues only for what is still to come, and nothing is said of what is past
     */
    public function __construct(private readonly Source $source, private readonly bool $baseline = false)
    {
    }

    /**
     * Those that go by a date, about records of a type.
     *
     * @return array<int, Declared> by id
     */
    private function notices(RecordType $type): array
    {
        $all = array_filter($this->source->manifest()->notices, self::goesByDate(...));
        $about = array_filter($all, static fn (Declared $notice): bool => $notice->recordType === $type->key);
        if ($about === []) {
            return [];
        }
        /** @var array<string, int> $ids */
        $ids = $this->ids ?? Notice::query()->where('source_id', $this->source->id)->inForce()->whereIn('key', array_keys($all))->pluck('id', 'key')->all();
        $this->ids = $ids;
        $about = array_intersect_key($about, $ids);

        return array_combine(array_map(static fn (string $key): int => $ids[$key], array_keys($about)), array_values($about));
    }

    public static function goesByDate(Declared $notice): bool
    {
        return $notice->cue->time !== null && $notice->carrier === Carrier::Herald && $notice->on;
    }

    /** All notices about a record that has changed, or is new. */
    public function about(Record $record, RecordType $type): void
    {
        $notices = $this->notices($type);
        if ($notices === []) {
            return;
        }
        try {
            $data = self::data($record, $type, $this->source);
        } catch (InvalidDocument) {
            // See below.
            return;
        }
        foreach ($notices as $id => $notice) {
            $this->plan($id, $notice, $record, $type, $data);
        }
    }

    /**
     * What would come of a record by its dates if it were another: where that differs from what comes now. Nothing of it is kept.
     *
     * @param  array<string, mixed>  $after  normalised data
     * @return list<array{name: string, before: string|null, after: string|null, why: string|null}> what clocks show when it comes; null where it does not
     */
    public function foresee(Record $record, RecordType $type, array $after): array
    {
        $notices = $this->notices($type);
        if ($notices === []) {
            return [];
        }
        $coming = static fn () => Due::query()->where('record_id', $record->id)->whereIn('notice_id', array_keys($notices))->whereNotNull('anchor')->orderBy('id')->get()->groupBy('notice_id')
            ->map(static fn (Collection $dues): Due => $dues->firstWhere('state', DueState::Waiting) ?? $dues->sortBy('updated_at')->last() ?? throw new \LogicException('A group has a member'));
        DB::beginTransaction();
        try {
            $before = $coming();
            $changed = (clone $record);
            $changed->take($type, $after);
            $this->about($changed, $type);
            $then = $coming();
        } finally {
            DB::rollBack();
        }
        $differences = [];
        foreach ($notices as $id => $notice) {
            $shown = static fn (?Due $due): ?string => $due?->state === DueState::Waiting ? $due->local_time : null;
            if ($shown($before->get($id)) !== $shown($then->get($id))) {
                $differences[] = ['name' => $notice->name, 'before' => $shown($before->get($id)), 'after' => $shown($then->get($id)), 'why' => $shown($then->get($id)) === null ? $then->get($id)?->state_reason : null];
            }
        }

        return $differences;
    }

    /**
     * Whether what goes by a date may go for a record: by its own condition, and by the one that was added here.
     *
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  bool  $isDue  see {@see InTime::judge}
     */
    public static function judge(Declared $notice, array $data, bool $isDue): Verdict
    {
        $verdict = $notice->cue->time?->judge($data, $isDue) ?? new Verdict(false, 'it goes by no date');
        $narrowing = $verdict->holds ? $notice->narrowing?->judge($data) : null;

        return $narrowing === null || $narrowing->holds ? $verdict : new Verdict(false, "{$narrowing->reason} (a condition added here)");
    }

    /**
     * One notice about one record.
     *
     * @param  array<string, mixed>|null  $data  what {@see data} says of it, where that has been read already
     */
    public function plan(int $notice, Declared $declared, Record $record, RecordType $type, ?array $data = null): void
    {
        $time = $declared->cue->time ?? throw new \LogicException("{$declared->key} goes by no date");
        if ($declared->cue->follows !== null) {
            $this->follow($notice, $declared, $record, $type);

            return;
        }
        try {
            $data ??= self::data($record, $type, $this->source);
        } catch (InvalidDocument) {
            // What does not fit the record type of today is left as it is. When it comes due it fails, with the place, and can be tried again.
            return;
        }
        $dues = $record->wasRecentlyCreated ? new Collection : Due::query()->where(['notice_id' => $notice, 'record_id' => $record->id])->whereNotNull('anchor')->orderBy('id')->get();
        // What a person took out stays out.
        if ($dues->contains(static fn (Due $due): bool => $due->state === DueState::TakenOut)) {
            return;
        }
        $open = $dues->first(static fn (Due $due): bool => $due->state === DueState::Waiting);
        [$wanted, $why, $tooLate] = $this->next($declared, $data, $dues, $open);
        if ($wanted === null) {
            $open?->move(['state' => DueState::Withdrawn, 'state_reason' => $why]);
            // Why nothing comes is told where something happened.
            if ($tooLate !== null && $open === null && ! $this->baseline) {
                $this->write($notice, $declared, $record, $tooLate, DueState::Dropped, $why);
            }

            return;
        }
        if ($open !== null && $wanted->isOccasion($open->occasion)) {
            // When a person has put it off, that stands.
            $open->by_hand || $open->move(self::columns($wanted));

            return;
        }
        $known = $dues->first(static fn (Due $due): bool => $wanted->isOccasion($due->occasion));
        if ($known !== null) {
            $known->move(['state' => DueState::Waiting, 'state_reason' => null, 'try_at' => null, ...self::columns($wanted)], DueState::Withdrawn);
            $open?->move(['state' => DueState::Withdrawn, 'state_reason' => 'its date is another now']);
        } elseif ($open !== null) {
            $open->move(['occasion' => $wanted->occasion(), 'by_hand' => false, ...self::columns($wanted)]);
        } else {
            $this->write($notice, $declared, $record, $wanted, DueState::Waiting, null);
        }
    }

    /** What follows a message that has been sent, of all notices that do so. */
    public function followed(Dispatch $sent): void
    {
        $key = $sent->notice->key;
        $following = array_filter($this->source->manifest()->notices, static fn (Declared $notice): bool => $notice->cue->follows === $key && self::goesByDate($notice));
        if ($following === []) {
            return;
        }
        $type = $this->source->manifest()->recordTypes[array_values($following)[0]->recordType];
        $record = Record::query()->whereKey($sent->record_id)->lockForUpdate()->firstOrFail();
        foreach ($this->notices($type) as $id => $notice) {
            if (isset($following[$notice->key])) {
                $this->follow($id, $notice, $record, $type);
            }
        }
    }

    /** One notice that follows the messages of another about a record. */
    private function follow(int $notice, Declared $declared, Record $record, RecordType $type): void
    {
        $time = $declared->cue->time ?? throw new \LogicException("{$declared->key} goes by no date");
        if ($record->wasRecentlyCreated || $record->read($type) === null) {
            return;
        }
        $zone = $this->source->manifest()->source->zone;
        $now = Clock::now()->toDateTimeImmutable();
        $dues = Due::query()->where(['notice_id' => $notice, 'record_id' => $record->id])->whereNotNull('anchor')->get()->keyBy('occasion');
        $sent = Dispatch::query()->where('record_id', $record->id)->where('state', DispatchState::Sent)->whereIn('notice_id', Notice::query()->where(['source_id' => $this->source->id, 'key' => $declared->cue->follows])->select('id'))->get();
        foreach ($sent as $dispatch) {
            $data = self::data($record, $type, $this->source, $dispatch);
            $verdict = self::judge($declared, $data, false);
            for ($number = 0; ($wanted = $time->due($data, $zone, $number)) !== null; $number++) {
                $due = $dues->get($wanted->occasion());
                if ($due === null) {
                    // Where nothing has happened nothing is made up for.
                    if ($verdict->holds && ($wanted->at > $now || (! $this->baseline && $wanted->expires > $now))) {
                        $this->write($notice, $declared, $record, $wanted, DueState::Waiting, null);
                    }
                } elseif ($due->state === DueState::Waiting) {
                    $verdict->holds ? $due->by_hand || $due->move(self::columns($wanted)) : $due->move(['state' => DueState::Withdrawn, 'state_reason' => $verdict->reason]);
                } elseif ($due->state === DueState::Withdrawn && $verdict->holds && $wanted->expires > $now) {
                    $due->move(['state' => DueState::Waiting, 'state_reason' => null, 'try_at' => null, ...self::columns($wanted)], DueState::Withdrawn);
                } elseif (! in_array($due->state, [DueState::Withdrawn, DueState::TakenOut], true)) {
                    // That one is over: the next comes.
                    continue;
                }

                break;
            }
        }
    }

    /**
     * What comes next for a record.
     *
     * @param  array<string, mixed>  $data
     * @param  Collection<int, Due>  $dues  those that there are
     * @return array{DueTime|null, string|null, DueTime|null} when; or else why nothing comes, and where that is because it is too late, when it would have been
     */
    private function next(Declared $declared, array $data, Collection $dues, ?Due $open): array
    {
        $time = $declared->cue->time ?? throw new \LogicException("{$declared->key} goes by no date");
        $zone = $this->source->manifest()->source->zone;
        $now = Clock::now()->toDateTimeImmutable();
        $due = $time->due($data, $zone);
        if ($due === null) {
            return [null, "{$time->path} is empty", null];
        }
        $verdict = self::judge($declared, $data, false);
        if (! $verdict->holds) {
            return [null, $verdict->reason, null];
        }
        $over = $dues->filter(static fn (Due $one): bool => in_array($one->state, [DueState::Working, DueState::Dispatched, DueState::Spread, DueState::Failed, DueState::Dropped], true));
        $here = $over->filter(static fn (Due $one): bool => $one->anchor !== null && $due->countsFrom($one->anchor))->map(static fn (Due $one): int => DueTime::numberOf($one->occasion));
        $number = $here->isEmpty() ? 0 : $here->max() + 1;
        if ($here->isEmpty() && ! $time->whenMoved && $over->contains(static fn (Due $one): bool => $one->state !== DueState::Dropped)) {
            return [null, 'it went for the date as it was before', null];
        }
        $due = $time->due($data, $zone, $number);
        if ($due === null) {
            return [null, null, null];
        }
        if ($due->at > $now || ($open !== null && $due->isOccasion($open->occasion))) {
            return [$due, null, null];
        }
        // Of several that are past none is made up for but the last.
        for ($later = $time->due($data, $zone, $number + 1); $later !== null && $later->at <= $now; $later = $time->due($data, $zone, $number + 1)) {
            [$due, $number] = [$later, $number + 1];
        }
        if ($here->isNotEmpty() || ($time->atOnce && ! $this->baseline && $due->expires > $now)) {
            return [$here->isNotEmpty() ? $due : $due->at($now), null, null];
        }

        return $later === null ? [null, "it was known too late: it would have been due at {$due->shown()}", $due] : [$later, null, null];
    }

    private function write(int $notice, Declared $declared, Record $record, DueTime $wanted, DueState $state, ?string $why): void
    {
        Due::query()->create([
            'source_id' => $this->source->id, 'notice_id' => $notice, 'record_id' => $record->id, 'occasion' => $wanted->occasion(), ...self::columns($wanted),
            'record_revision' => $record->revision, 'state' => $state, 'reason' => $declared->cue->inWords(), 'state_reason' => $why,
        ]);
    }

    /**
     * @return array<string, mixed>
     */
    private static function columns(DueTime $due): array
    {
        return ['anchor' => $due->anchor, 'due_at' => $due->at, 'expires_at' => $due->expires, 'local_time' => $due->shown(), 'zone' => $due->zone];
    }

    /**
     * What dates and conditions are read from.
     *
     * @param  Dispatch|null  $followed  the message that something follows: then what was answered is what was answered to it
     * @param  string|null  $now  the moment by the clock of the work, where many records are read; else it is looked up
     * @return array<string, mixed> normalised values by root name
     *
     * @throws InvalidDocument when the record does not fit the type
     */
    public static function data(Record $record, RecordType $type, Source $source, ?Dispatch $followed = null, ?string $now = null): array
    {
        $answers = $type->questions === [] ? [] : ($followed === null ? $record->responses ?? [] : Response::answersTo($followed));

        $now ??= Moment::text(Clock::now()->toDateTimeImmutable());
        $zone = $source->manifest()->source->zone;

        return [$type->key => $type->computed(RecordReader::read($type, $record->data, $record->key), $now, $zone), 'now' => $now, 'source' => ['zone' => $zone], ...($type->questions === [] ? [] : [Vocabulary::RESPONSE => $type->responses($answers)]), ...($followed === null ? [] : [Vocabulary::FOLLOWED => ['message' => $followed->id, 'at' => $followed->data['now'] ?? null]])];
    }
}
