<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Record;
use App\Models\Source;
use Herald\Condition\AllOf;
use Herald\Condition\Comparison;
use Herald\Manuscript\Selection;
use Herald\Record\Field;
use Herald\Record\RecordType;
use Herald\Record\Secrets;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;

/**
 * Looks for the records that a message lists beside its own. Indexed fields narrow the search and give its order; the condition itself is judged by the one evaluator, on
 * every record that is looked at.
 */
final readonly class OtherRecords
{
    /** So many are looked at: those that the index leads to first, else the last changed. */
    public const LOOKED_AT = 2_000;

    private const AT_ONCE = 200;

    private function __construct(private Source $source, private RecordType $type, private Selection $asked, private ?int $except)
    {
    }

    /**
     * @param  array<string, mixed>  $data  all else that the message may name
     * @param  array{string, int}|null  $itself  type and id of the record that the message is about, which is not among the others
     * @param  list<string>  $keys  of the fields that are read of them
     * @return list<array<string, mixed>> normalised, secrets masked
     */
    public static function found(Source $source, Selection $asked, array $data, ?array $itself, array $keys): array
    {
        $type = $source->manifest()->recordTypes[$asked->list->segments[1] ?? ''] ?? null;
        if ($type === null) {
            return [];
        }
        $search = new self($source, $type, $asked, $itself !== null && $itself[0] === $type->key ? $itself[1] : null);
        $records = $asked->of($search->candidates($data), $data, new \Collator($source->manifest()->source->defaultLanguage));
        $fields = array_intersect_key(Field::ofRecords($type)->fields, array_flip($keys));

        return array_map(static fn (mixed $record): array => Secrets::masked(array_intersect_key((array) $record, $fields)), array_slice($records, 0, Selection::OF_RECORDS));
    }

    /**
     * Those that meet the condition, as far as one must look.
     *
     * @param  array<string, mixed>  $data
     * @return list<array<string, mixed>>
     */
    private function candidates(array $data): array
    {
        $indexed = $this->type->indexed();
        $stretches = $this->stretches($data);
        $sorted = $this->asked->sortedBy !== null && isset($indexed[$this->asked->sortedBy]) && IndexedValues::isInOrder($indexed[$this->asked->sortedBy]) ? $this->asked->sortedBy : null;
        $query = Record::query()->where(['records.source_id' => $this->source->id, 'records.type' => $this->type->key])->when($this->except !== null, fn (Builder $all) => $all->whereKeyNot($this->except))->select('records.*');
        foreach ($stretches as $path => $within) {
            if ($path !== $sorted) {
                $query->whereExists($this->values($path, $within)->whereColumn('record_values.record_id', 'records.id'));
            }
        }
        if ($sorted === null) {
            return $this->meeting($query->latest('records.updated_at')->latest('records.id'), $data, null);
        }
        $value = 'record_values.'.(IndexedValues::isNumeric($indexed[$sorted]) ? 'number' : 'text');
        $direction = $this->asked->descending ? 'desc' : 'asc';
        $filled = (clone $query)->joinSub($this->values($sorted, $stretches[$sorted] ?? null), 'record_values', 'record_values.record_id', '=', 'records.id')->orderBy($value, $direction)->orderBy('records.id', $direction);
        $found = $this->meeting($filled, $data, $most = min($this->asked->most ?? Selection::OF_RECORDS, Selection::OF_RECORDS));
        if (count($found) >= $most || isset($stretches[$sorted])) {
            return $found;
        }
        // Those that have no such value come last.
        $empty = $query->whereNotExists($this->values($sorted, null)->whereColumn('record_values.record_id', 'records.id'))->latest('records.updated_at')->latest('records.id');

        return [...$found, ...$this->meeting($empty, $data, $most - count($found))];
    }

    /**
     * @param  Builder<Record>  $query
     * @param  array<string, mixed>  $data
     * @param  int|null  $most  at which one need look no further
     * @return list<array<string, mixed>>
     */
    private function meeting(Builder $query, array $data, ?int $most): array
    {
        $found = [];
        $now = is_string($data['now'] ?? null) ? $data['now'] : null;
        for ($page = 1; $page <= self::LOOKED_AT / self::AT_ONCE; $page++) {
            $records = (clone $query)->forPage($page, self::AT_ONCE)->get();
            foreach ($records as $record) {
                $read = $record->asOther($this->type, $now, $this->source->manifest()->source->zone);
                if ($read !== null && $this->asked->only?->holds([...$data, ...Vocabulary::item($this->asked->item, $read, 0, 1)]) !== false) {
                    $found[] = $read;
                    if (count($found) === $most) {
                        return $found;
                    }
                }
            }
            if ($records->count() < self::AT_ONCE) {
                break;
            }
        }

        return $found;
    }

    /**
     * Within which stretches the values of indexed fields must lie.
     *
     * @param  array<string, mixed>  $data
     * @return array<string, list<array{mixed, mixed}>> by path
     */
    private function stretches(array $data): array
    {
        $indexed = $this->type->indexed();
        $only = $this->asked->only;
        $stretches = [];
        foreach ($only instanceof AllOf ? $only->parts : [$only] as $part) {
            $path = $part instanceof Comparison && $part->path->root() === $this->asked->item ? implode('.', array_slice($part->path->segments, 1)) : '';
            $within = $part instanceof Comparison && isset($indexed[$path]) && ! isset($stretches[$path]) ? $part->stretches($data) : null;
            $stretches += $within === null ? [] : [$path => $within];
        }

        return $stretches;
    }

    /**
     * The rows of one field, of records that may meet what is asked.
     *
     * @param  list<array{mixed, mixed}>|null  $within
     */
    private function values(string $path, ?array $within): Query
    {
        $field = $this->type->indexed()[$path];
        $column = IndexedValues::isNumeric($field) ? 'record_values.number' : 'record_values.text';
        $rows = DB::table('record_values')->where(['record_values.source_id' => $this->source->id, 'record_values.type' => $this->type->key, 'record_values.path' => $path]);

        return $within === null ? $rows : $rows->where(static function (Query $any) use ($within, $column, $field): void {
            $any->whereRaw('1 = 0');
            foreach ($within as [$least, $most]) {
                $any->orWhere(static function (Query $stretch) use ($least, $most, $column, $field): void {
                    [$least, $most] = [IndexedValues::kept($field, $least), IndexedValues::kept($field, $most)];
                    if (IndexedValues::isInOrder($field) && ! IndexedValues::isNumeric($field)) {
                        // A day is before all of its moments.
                        [$least, $most] = [is_string($least) ? substr($least, 0, 10) : $least, is_string($most) ? $most.'~' : $most];
                    }
                    $least === null ?: $stretch->where($column, '>=', $least);
                    $most === null ?: $stretch->where($column, '<=', $most);
                });
            }
        });
    }
}
