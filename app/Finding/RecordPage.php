<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Record;
use App\Models\Source;
use Herald\Record\RecordType;
use Herald\Record\SearchWords;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** One page of the records of a type, the last changed first: all of them, or those in which each word of a search is the beginning of one. Stays fast among many, by indexes alone. */
final readonly class RecordPage
{
    public const SIZE = 50;

    /** So many of those that are found are counted. */
    private const COUNTED = 10_000;

    /** Comes after all letters. */
    private const LAST = "\u{10FFFF}";

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
        $words = self::byRarity($source, $type, SearchWords::asked($search));
        $rarest = array_key_first($words);
        if ($rarest === null) {
            return self::page($all, $page, $all->count(), false);
        }
        $others = array_map(strval(...), array_slice(array_keys($words), 1));
        if ($words[$rarest] <= self::COUNTED) {
            // It leads to its records; the other words are looked for in those alone.
            $ids = self::having(self::ofWord($source, $type, (string) $rarest), 'record_words.record_id', $others)->distinct()->pluck('record_id');

            return self::page($all->whereIntegerInRaw('id', $ids), $page, $ids->count(), false);
        }

        // Each stands in very many: they are met soon on the way from the last changed.
        self::having($all->getQuery(), 'records.id', [(string) $rarest, ...$others]);

        return self::page($all, $page, self::COUNTED, true);
    }

    /**
     * @param  list<string>  $words
     * @return array<array-key, int> in how many records each begins a word, as far as they are counted; the rarest first
     */
    private static function byRarity(Source $source, RecordType $type, array $words): array
    {
        $numbers = [];
        foreach ($words as $word) {
            $numbers[$word] = (int) DB::query()->fromSub(self::ofWord($source, $type, $word)->limit(self::COUNTED + 1), 'some')->count();
        }
        asort($numbers);

        return $numbers;
    }

    private static function ofWord(Source $source, RecordType $type, string $word): Builder
    {
        return DB::table('record_words')->where(['source_id' => $source->id, 'type' => $type->key])->where('word', '>=', $word)->where('word', '<', $word.self::LAST)->select('record_id');
    }

    /**
     * Narrows a query down to what is about records in which each word is the beginning of one.
     *
     * @param  string  $record  the column that holds the record's id
     * @param  list<string>  $words  see {@see SearchWords::asked}
     */
    public static function having(Builder $query, string $record, array $words): Builder
    {
        foreach ($words as $word) {
            $query->whereExists(DB::table('record_words', 'of_it')->whereColumn('of_it.record_id', $record)->where('of_it.word', '>=', $word)->where('of_it.word', '<', $word.self::LAST));
        }

        return $query;
    }

    /**
     * @param  \Illuminate\Database\Eloquent\Builder<Record>  $found
     */
    private static function page(\Illuminate\Database\Eloquent\Builder $found, int $page, int $total, bool $more): self
    {
        // What is skipped is skipped in the index.
        $ids = $found->latest('updated_at')->latest('id')->forPage($page, self::SIZE)->pluck('id');
        $records = Record::query()->whereIn('id', $ids)->get()->sortBy(static fn (Record $record): int => (int) $ids->search($record->id))->values();

        return new self($records, $total, $more);
    }
}
