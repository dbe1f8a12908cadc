<?php

declare(strict_types=1);

namespace App\Finding;

use Herald\Record\SearchWords;
use Illuminate\Contracts\Pagination\LengthAwarePaginator;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;

/** The words by which things of a kind are found: each word of a search is the beginning of one. By indexes alone, however many things there are. */
final readonly class Words
{
    /** So many of those that are found are counted. */
    public const COUNTED = 10_000;

    private const SIZE = 50;

    /** Comes after all letters. */
    private const LAST = "\u{10FFFF}";

    /**
     * @param  string  $table  of words, each with what it is a word of
     * @param  string  $owner  the column of what it is a word of
     * @param  array<string, int|string|null>  $among  what the things have in common that are looked through
     */
    private function __construct(private string $table, private string $owner, private array $among)
    {
    }

    public static function ofRecords(int $source, string $type): self
    {
        return new self('record_words', 'record_id', ['source_id' => $source, 'type' => $type]);
    }

    /** Of whatever type. */
    public static function ofAllRecords(int $source): self
    {
        return new self('record_words', 'record_id', ['source_id' => $source]);
    }

    public static function ofDispatches(int $source): self
    {
        return new self('dispatch_words', 'dispatch_id', ['source_id' => $source]);
    }

    public static function ofLetters(): self
    {
        return new self('letter_words', 'letter_id', []);
    }

    /** Of what was done. */
    public static function ofDeeds(): self
    {
        return new self('deed_words', 'deed_id', []);
    }

    /**
     * It is found by these from now on, and by no others.
     *
     * @param  list<string>  $words
     * @param  bool  $isNew  whether it has none yet
     */
    public function keep(int|string $id, array $words, bool $isNew): void
    {
        $rows = DB::table($this->table)->where($this->owner, $id);
        $known = $isNew ? [] : (clone $rows)->pluck('word')->all();
        [$gone, $new] = [array_values(array_diff($known, $words)), array_diff($words, $known)];
        $gone === [] || $rows->whereIn('word', $gone)->delete();
        DB::table($this->table)->insert(array_map(fn (string $word): array => [...$this->among, 'word' => $word, $this->owner => $id], array_values($new)));
    }

    /**
     * Narrows a query down to what is found.
     *
     * @template T of Model
     *
     * @param  Builder<T>  $query
     * @param  string  $column  what holds the id of that which has the words
     * @return int|null how many have all the words; null where nothing was searched for, or where each word stands in very many, which are not counted
     */
    public function narrow(Builder $query, string $column, string $search): ?int
    {
        $words = $this->byRarity(SearchWords::asked($search));
        $rarest = array_key_first($words);
        if ($rarest === null) {
            return null;
        }
        $others = array_map(strval(...), array_slice(array_keys($words), 1));
        if ($words[$rarest] <= self::COUNTED) {
            // It leads to what has it; the other words are looked for in that alone.
            $ids = $this->having($this->begun((string) $rarest), "{$this->table}.{$this->owner}", $others)->distinct()->pluck($this->owner);
            $query->whereIn($column, $ids);

            return $ids->count();
        }
        // Each stands in very many: they are met soon on the way from the newest.
        $this->having($query->getQuery(), $column, [(string) $rarest, ...$others]);

        return null;
    }

    /**
     * One page of what a query finds.
     *
     * @template T of Model
     *
     * @param  Builder<T>  $query
     * @param  string  $column  what holds the id of that which has the words
     * @return array{LengthAwarePaginator<int, T>, bool} with how many there are in all, as far as they are counted; and whether there are more
     */
    public function page(Builder $query, string $column, string $search): array
    {
        $this->narrow($query, $column, $search);
        if ($search === '') {
            return [$query->paginate(self::SIZE), false];
        }
        $number = self::counted($query);

        return [$query->paginate(self::SIZE, total: min($number, self::COUNTED)), $number > self::COUNTED];
    }

    /**
     * How many a query finds; one more than are counted where there are more.
     *
     * @template T of Model
     *
     * @param  Builder<T>  $query
     */
    public static function counted(Builder $query): int
    {
        return (int) DB::query()->fromSub((clone $query)->reorder()->setEagerLoads([])->select('id')->limit(self::COUNTED + 1)->toBase(), 'some')->count();
    }

    /**
     * @param  list<string>  $words
     * @return array<array-key, int> how many each begins a word of, as far as they are counted; the rarest first
     */
    private function byRarity(array $words): array
    {
        $numbers = [];
        foreach ($words as $word) {
            $numbers[$word] = (int) DB::query()->fromSub($this->begun($word)->limit(self::COUNTED + 1), 'some')->count();
        }
        asort($numbers);

        return $numbers;
    }

    private function begun(string $word): Query
    {
        return DB::table($this->table)->where($this->among)->where('word', '>=', $word)->where('word', '<', $word.self::LAST)->select($this->owner);
    }

    /**
     * @param  string  $column  what holds the id of that which has the words
     * @param  list<string>  $words  see {@see SearchWords::asked}
     */
    private function having(Query $query, string $column, array $words): Query
    {
        foreach ($words as $word) {
            $query->whereExists(DB::table($this->table, 'of_it')->whereColumn("of_it.{$this->owner}", $column)->where('of_it.word', '>=', $word)->where('of_it.word', '<', $word.self::LAST));
        }

        return $query;
    }
}
