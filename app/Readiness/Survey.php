<?php

declare(strict_types=1);

namespace App\Readiness;

use App\Mail\Greeting;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Timing\Clock;
use App\Timing\PlanDues;
use Herald\Value\Moment;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Collection;

/** What is looked at once for all notices that are asked of: records, dues, dispatches, the mail server, who is at work. */
final class Survey
{
    /** So many days are looked back. */
    public const DAYS = 90;

    /** So many of the newest records of a type are looked at. */
    public const MOST = 300;

    /** What is due for longer, in seconds, waits. */
    private const LONG = 60;

    /** By the clock of the work. */
    public readonly \DateTimeImmutable $now;

    /** @var array<string, list<array{key: string, data: array<string, mixed>}>> by the key of the type */
    private array $records = [];

    private ?Greeting $greeting = null;

    /** @var array<string, bool> */
    private array $alive = [];

    /** @var array<string, array<array-key, Count>> what was counted, each by what it is counted for */
    private array $counted = [];

    /** @var array<int, object>|null how many events do not fit, by record type and name */
    private ?array $misfits = null;

    /** @var array<int, array<string, int>>|null by notice */
    private ?array $languages = null;

    /** @var array<int, Dispatch>|null by notice */
    private ?array $last = null;

    private ?int $careful = null;

    /** @param  Collection<int, Notice>  $notices  all that is asked of, of this source */
    public function __construct(public readonly Source $source, private readonly Collection $notices)
    {
        $this->now = Clock::now()->toDateTimeImmutable();
    }

    /**
     * The newest records of a type that can be read.
     *
     * @return list<array{key: string, data: array<string, mixed>}> data: values by root
     */
    public function records(string $type): array
    {
        return $this->records[$type] ??= $this->read($type);
    }

    public function greeting(): Greeting
    {
        return $this->greeting ??= Greeting::ofMailServer();
    }

    public function isAlive(Heartbeat $heartbeat): bool
    {
        return $this->alive[$heartbeat->value] ??= $heartbeat->isAlive();
    }

    /** How many messages ended their worker once, and wait for one of their own. */
    public function waitForCareful(): int
    {
        return $this->careful ??= Due::query()->where(['source_id' => $this->source->id, 'state' => DueState::Waiting])->where('cut_short', '>', 0)->count()
            + Dispatch::query()->where(['source_id' => $this->source->id, 'state' => DispatchState::Queued])->where('cut_short', '>', 0)->count();
    }

    /** How often an event was told in these days, and when last. */
    public function events(string $name): Count
    {
        return $this->count('events', $name, fn (): Builder => Event::query()->where('source_id', $this->source->id)->whereIn('name', $this->notices->map(static fn (Notice $notice): ?string => $notice->declaration()->cue->event)->filter()->values())->where('created_at', '>=', $this->since()), 'name', 'created_at');
    }

    /**
     * How many events wait about records of a type, as their data do not fit.
     *
     * @param  string|null  $name  of the event; null for any
     */
    public function misfits(string $type, ?string $name): int
    {
        $this->misfits ??= Event::query()->where('events.source_id', $this->source->id)->misfit()->join('records', 'records.id', '=', 'events.record_id')
            ->groupBy('records.type', 'events.name')->selectRaw('records.type as type, events.name as name, count(*) as number')->toBase()->get()->all();
        $number = 0;
        foreach ($this->misfits as $row) {
            /** @var object{type: string, name: string, number: int} $row */
            $number += $row->type === $type && ($name === null || $row->name === $name) ? $row->number : 0;
        }

        return $number;
    }

    /** How often it was set off in these days, and when last. */
    public function setOff(Notice $notice): Count
    {
        return $this->count('set off', $notice->id, fn (): Builder => $this->dues()->where('created_at', '>=', $this->since()), 'notice_id', 'created_at');
    }

    /** What goes by a date and is to come, and the first of it. */
    public function coming(Notice $notice): Count
    {
        return $this->count('coming', $notice->id, fn (): Builder => $this->dues()->where('state', DueState::Waiting)->whereNotNull('anchor')->where('due_at', '>=', $this->now), 'notice_id', 'due_at');
    }

    /** What came due in these days. */
    public function cameDue(Notice $notice): Count
    {
        return $this->count('came due', $notice->id, fn (): Builder => $this->dues()->whereIn('state', [DueState::Dispatched, DueState::Dropped])->where('created_at', '>=', $this->since()), 'notice_id', 'created_at');
    }

    /** What should have gone by now, and since when. */
    public function waiting(Notice $notice): Count
    {
        return $this->count('waiting', $notice->id, fn (): Builder => $this->dues()->where('state', DueState::Waiting)->where('try_at', '<', now()->subSeconds(self::LONG)), 'notice_id', 'try_at');
    }

    public function lastDispatch(Notice $notice): ?Dispatch
    {
        $this->last ??= Dispatch::query()->whereIn('id', Dispatch::query()->whereIn('notice_id', $this->notices->pluck('id'))->groupBy('notice_id')->selectRaw('max(id)'))->get()->keyBy('notice_id')->all();

        return $this->last[$notice->id] ?? null;
    }

    /**
     * What those read to whom it went in these days.
     *
     * @return array<array-key, int> how many of them, by language tag
     */
    public function languages(Notice $notice): array
    {
        if ($this->languages === null) {
            $this->languages = [];
            foreach (Dispatch::query()->whereIn('notice_id', $this->notices->pluck('id'))->where('created_at', '>=', $this->since())->whereNotNull('recipient_language')->groupBy('notice_id', 'recipient_language')->selectRaw('notice_id, recipient_language, count(*) as number')->toBase()->get() as $row) {
                /** @var object{notice_id: int, recipient_language: string, number: int} $row */
                $this->languages[$row->notice_id][$row->recipient_language] = $row->number;
            }
        }

        return $this->languages[$notice->id] ?? [];
    }

    private function since(): \DateTimeInterface
    {
        return now()->subDays(self::DAYS);
    }

    /** @return Builder<Due> */
    private function dues(): Builder
    {
        return Due::query()->where('source_id', $this->source->id)->whereIn('notice_id', $this->notices->pluck('id'));
    }

    /** @param  \Closure(): Builder<covariant Model>  $query */
    private function count(string $what, int|string $of, \Closure $query, string $by, string $at): Count
    {
        $this->counted[$what] ??= Count::all($query(), $by, $at);

        return $this->counted[$what][$of] ?? new Count(0, null, null);
    }

    /**
     * @return list<array{key: string, data: array<string, mixed>}>
     */
    private function read(string $type): array
    {
        $declared = $this->source->manifest()->recordTypes[$type];
        [$now, $read] = [Moment::text($this->now), []];
        foreach ($this->source->records()->where('type', $type)->latest('updated_at')->latest('id')->limit(self::MOST)->get() as $record) {
            /** @var Record $record */
            if ($record->read($declared) !== null) {
                $read[] = ['key' => $record->key, 'data' => PlanDues::data($record->setRelation('source', $this->source), $declared, $this->source, now: $now)];
            }
        }

        return $read;
    }
}
