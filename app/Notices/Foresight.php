<?php

declare(strict_types=1);

namespace App\Notices;

use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Event;
use App\Models\Notice;
use App\Models\Record;
use App\Models\RecordRevision;
use App\Models\Source;
use App\Sending\Spread;
use App\Timing\Clock;
use App\Timing\PlanDues;
use Herald\Notice\Notice as Declared;
use Herald\Notice\Occurrence;
use Herald\Record\EarlierState;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Timing\DueTime;

/** How many messages a notice would have been, from what happened and from the dates of records; looked at before it is switched on. */
final class Foresight
{
    /** So many of the newest are looked at, of what happened and of records. */
    private const MOST = 5_000;

    /** Of what goes to each of several: so many times at most, and to so many of them. */
    private const MOST_SPREAD = 50;

    private const OTHERS = 2_000;

    /** Of messages that something follows: what was answered is asked of each by itself. */
    private const MOST_FOLLOWED = 500;

    /** @var array<int, array{messages: int, addresses: array<string, true>}> by the days that are looked back */
    private array $back = [30 => ['messages' => 0, 'addresses' => []], 90 => ['messages' => 0, 'addresses' => []]];

    private int $most = self::MOST;

    private int $coming = 0;

    private int $without = 0;

    private int $lookedAt = 0;

    /** @var list<array<string, array<array-key, mixed>>>|null where it goes to each of the records of another type: so many of them, each by root */
    private ?array $others = null;

    private function __construct(private readonly Source $source, private readonly Declared $notice, private readonly RecordType $type)
    {
    }

    /**
     * @return array{last_30: array{messages: int, people: int}, last_90: array{messages: int, people: int}, without_address: int, looked_at: int, coming: int|null} `looked_at`: of how many records or events; `coming`: of one that goes by a date, for how many records it is still to come
     */
    public static function of(Source $source, Declared $notice): array
    {
        $foresight = new self($source, $notice, $source->manifest()->recordTypes[$notice->recordType]);
        $each = $notice->recipient->each;
        $kind = $each === null ? null : Spread::type($source, $each);
        if ($each !== null && $kind !== null) {
            $foresight->others = array_values(array_filter(array_map(static function (Record $record) use ($kind, $each): ?array {
                $read = $record->asOther($kind);

                return $read === null ? null : $each->one($read);
            }, $source->records()->where('type', $kind->key)->latest('id')->limit(self::OTHERS)->get()->all())));
            $foresight->most = self::MOST_SPREAD;
        }
        match (true) {
            $notice->cue->follows !== null => $foresight->followed($notice->cue->follows),
            $notice->cue->time !== null => $foresight->dated(),
            default => $foresight->happened(),
        };
        $told = static fn (int $days): array => ['messages' => $foresight->back[$days]['messages'], 'people' => count($foresight->back[$days]['addresses'])];

        return ['last_30' => $told(30), 'last_90' => $told(90), 'without_address' => $foresight->without, 'looked_at' => $foresight->lookedAt, 'coming' => $notice->cue->time === null ? null : $foresight->coming];
    }

    /** Events once more, with the record as it was before and after each. */
    private function happened(): void
    {
        $since = now()->subDays(90);
        $events = Event::query()->where('source_id', $this->source->id)->where('created_at', '>=', $since)->whereNull('fault')
            ->whereIn('name', array_keys($this->source->manifest()->eventsOf($this->type)))->latest('id')->limit($this->most)->get(['id', 'name', 'record_id', 'record_revision', 'revision_before', 'created_at']);
        foreach ($events->chunk(500) as $chunk) {
            $revisions = RecordRevision::query()->whereIn('record_id', $chunk->pluck('record_id')->unique())->get()->groupBy('record_id')->map->keyBy('revision');
            // What was answered is told as it stands today.
            $answers = $this->type->questions === [] ? null : Record::query()->whereKey($chunk->pluck('record_id')->unique())->get(['id', 'responses'])->pluck('responses', 'id');
            foreach ($chunk as $event) {
                $of = $revisions->get($event->record_id);
                $after = $this->read($of?->get($event->record_revision)?->data);
                if ($after === null) {
                    continue;
                }
                $this->lookedAt++;
                $answered = $answers === null ? [] : $this->type->responses($answers->get($event->record_id) ?? []);
                $before = $of?->get($event->revision_before ?? $event->record_revision - 1)?->data;
                if ($this->notice->judge(new Occurrence($event->name, $this->type->key, $before === null ? null : EarlierState::of($this->type, $before, $after), $after, answered: $answered))->holds) {
                    $this->count([$this->type->key => $after], (float) $event->created_at->diffInDays(now()));
                }
            }
        }
    }

    /** Messages that went out, of the notice that is followed; whether the condition holds is told by what the record says today. */
    private function followed(string $notice): void
    {
        $now = Clock::now();
        $sent = Dispatch::query()->where('state', DispatchState::Sent)->whereIn('notice_id', Notice::query()->where(['source_id' => $this->source->id, 'key' => $notice])->select('id'))
            ->where('created_at', '>=', now()->subDays(90))->with('record')->latest('id')->limit(self::MOST_FOLLOWED)->get();
        foreach ($sent as $dispatch) {
            if ($dispatch->record->read($this->type) === null) {
                continue;
            }
            $data = PlanDues::data($dispatch->record, $this->type, $this->source, $dispatch);
            $due = $this->notice->cue->time?->due($data, $this->source->manifest()->source->zone);
            $this->lookedAt++;
            if ($due === null || ! PlanDues::judge($this->notice, $data, false)->holds) {
                continue;
            }
            $due->at > $now ? $this->coming++ : $this->count($data, (float) $now->diffInDays($due->at, true));
        }
    }

    /** The dates of records, as they are today. */
    private function dated(): void
    {
        $now = Clock::now();
        foreach ($this->source->records()->where('type', $this->type->key)->latest('updated_at')->latest('id')->limit($this->most)->get() as $record) {
            $data = $this->read($record->data);
            $due = fn (int $number): ?DueTime => $data === null ? null : $this->notice->cue->time?->due([$this->type->key => $data], $this->source->manifest()->source->zone, $number);
            if ($data === null || $due(0) === null) {
                continue;
            }
            $this->lookedAt++;
            // Whether the condition held then nobody knows: it is what the record says today.
            if (! PlanDues::judge($this->notice, PlanDues::data($record, $this->type, $this->source), false)->holds) {
                continue;
            }
            for ($number = 0; ($one = $due($number)) !== null && $one->at <= $now; $number++) {
                $this->count([$this->type->key => $data], (float) $now->diffInDays($one->at, true));
            }
            $this->coming += $one === null ? 0 : 1;
        }
    }

    /**
     * @param  array<string, mixed>  $data  by root
     */
    private function count(array $data, float $daysAgo): void
    {
        $each = $this->notice->recipient->each;
        if ($each === null) {
            $this->countOne($this->notice->recipient->resolve($data)->address, $daysAgo);

            return;
        }
        $ones = $this->others === null ? $each->items($data) : array_filter($this->others, static fn (array $one): bool => $each->holds([...$data, ...$one]));
        foreach ($ones as $one) {
            $this->countOne($this->notice->recipient->resolve([...$data, ...$one])->address, $daysAgo);
        }
    }

    private function countOne(?string $address, float $daysAgo): void
    {
        foreach (array_keys($this->back) as $days) {
            if ($daysAgo <= $days) {
                if ($address === null) {
                    $this->without += $days === 90 ? 1 : 0;

                    continue;
                }
                $this->back[$days]['messages']++;
                $this->back[$days]['addresses'][mb_strtolower($address)] = true;
            }
        }
    }

    /**
     * @param  array<array-key, mixed>|null  $data
     * @return array<string, mixed>|null null where there are none, or they do not fit any more
     */
    private function read(?array $data): ?array
    {
        try {
            return $data === null ? null : RecordReader::read($this->type, $data, 'record');
        } catch (\Herald\Document\InvalidDocument) {
            return null;
        }
    }
}
