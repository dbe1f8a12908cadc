<?php

declare(strict_types=1);

namespace App\Documents;

use App\Models\Record;
use App\Models\Source;
use Herald\Cast\CastMember;
use Herald\Cast\FirstCast;
use Herald\Record\Fullness;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/**
 * What the newest records of a type have to say while templates are written: the cast, and how often values are empty. Reading hundreds of records takes longer than all
 * else that a page asks for, so both are kept until one of these records or the type changes.
 */
final readonly class RecordsAtHand
{
    /** How many of the newest records speak for all. */
    private const MOST = 500;

    /** How long it is kept, in seconds. */
    private const KEPT = 3600;

    public function __construct(private Source $source, private RecordType $type)
    {
    }

    /**
     * @return array{list<CastMember>, list<string>} the records picked to show the most, and the keys of those that cannot be read any more
     */
    public function cast(): array
    {
        [$members, $unreadable] = Cache::remember($this->state('cast'), self::KEPT, function (): array {
            [$records, $unreadable] = $this->read();

            return [array_map(static fn (CastMember $member): array => [$member->key, $member->name, $member->shows], FirstCast::of($this->type, array_map(fn (array $data): array => $data[$this->type->key], $records))), $unreadable];
        });

        return [array_map(static fn (array $member): CastMember => new CastMember(...$member), $members), $unreadable];
    }

    /**
     * Has something asked how often values are empty.
     *
     * @template T
     *
     * @param  \Closure(Fullness): T  $ask
     * @return T what it makes of it
     */
    public function judge(\Closure $ask): mixed
    {
        $key = $this->state('fullness');
        /** @var array<string, array{int, int}> $counted */
        $counted = Cache::get($key, []);
        $fullness = Fullness::goingOn(fn (): array => array_values($this->read()[0]), $counted);
        $made = $ask($fullness);
        if (count($fullness->counted()) > count($counted)) {
            Cache::put($key, $fullness->counted(), self::KEPT);
        }

        return $made;
    }

    /**
     * What is stored and cannot be read any more is left out.
     *
     * @return array{array<string, array<string, array<string, mixed>>>, list<string>} their data by key, each by root, the newest first, and the keys of those left out
     */
    private function read(): array
    {
        [$read, $unreadable] = [[], []];
        foreach ($this->newest()->get() as $record) {
            $data = $record->read($this->type);
            $data === null ? $unreadable[] = $record->key : $read[$record->key] = [$this->type->key => $data, Vocabulary::RESPONSE => $this->type->responses($record->responses ?? [])];
        }

        return [$read, $unreadable];
    }

    /**
     * @return HasMany<Record, Source>
     */
    private function newest(): HasMany
    {
        return $this->source->records()->where('type', $this->type->key)->latest('updated_at')->latest('id')->limit(self::MOST);
    }

    /** The key of what is kept of the records as they are now, by the type as it is now. */
    private function state(string $what): string
    {
        $now = DB::query()->fromSub($this->newest()->select('id', 'revision', 'updated_at')->getQuery(), 'newest')->selectRaw('count(*) as records, sum(id) as ids, sum(revision) as revisions, max(updated_at) as changed')->first();

        return "at-hand:{$what}:{$this->source->id}:".hash('xxh128', serialize([$this->type, $now]));
    }
}
