<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Record;
use App\Models\Source;
use Herald\Record\RecordType;
use Herald\Record\SearchWords;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;

/** One page of the records of a type, the last changed first: all of them, or those in which each word of a search is the beginning of one. Stays fast among many, by indexes alone. */
final readonly class RecordPage
{
    public const SIZE = 50;

    /**
     * @param  Collection<int, Record>  $records
     * @param  int  $total  of all pages
     * @param  bool  $more  whether there are more than these
     */
    private function __construct(public Collection $records, public int $total, public bool $more)
    {
    }

    /** The number of the page of all records of its type on which a record stands; 1 where there is no such record. */
    public static function with(Source $source, RecordType $type, string $key): int
    {
        $all = $source->records()->where('type', $type->key);
        $record = (clone $all)->where('key', $key)->first(['id', 'updated_at']);
        if ($record === null) {
            return 1;
        }
        $changed = $record->getRawOriginal('updated_at');
        $before = (clone $all)->where('updated_at', '>', $changed)->count() + $all->where('updated_at', $changed)->where('id', '>', $record->id)->count();

        return intdiv($before, self::SIZE) + 1;
    }

    public static function of(Source $source, RecordType $type, string $search, int $page): self
    {
        $all = $source->records()->where('type', $type->key)->getQuery();
        $number = Words::ofRecords($source->id, $type->key)->narrow($all, 'records.id', $search);
        if ($number !== null) {
            return self::page($all, $page, $number, false);
        }

        return SearchWords::asked($search) === [] ? self::page($all, $page, $all->count(), false) : self::page($all, $page, Words::COUNTED, true);
    }

    /**
     * @param  Builder<Record>  $found
     */
    private static function page(Builder $found, int $page, int $total, bool $more): self
    {
        // What is skipped is skipped in the index.
        $ids = $found->latest('updated_at')->latest('id')->forPage($page, self::SIZE)->pluck('id');
        $records = Record::query()->whereIn('id', $ids)->get()->sortBy(static fn (Record $record): int => (int) $ids->search($record->id))->values();

        return new self($records, $total, $more);
    }
}
