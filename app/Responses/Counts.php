<?php

declare(strict_types=1);

namespace App\Responses;

use App\Models\Source;
use Herald\Record\AnswerKind;
use Herald\Record\Question;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** How many were asked, how many have answered, and what: of each message the latest answer counts. */
final class Counts
{
    /**
     * @return list<array{type: string, type_name: string, key: string, label: string, kind: string, asked: int, answered: int, average: float|null, answers: list<array{value: string, label: string, number: int}>}> what was ever asked
     */
    public static function of(Source $source): array
    {
        $asked = DB::table('asked')->where('source_id', $source->id)->selectRaw('record_type, key, count(*) as number')->groupBy('record_type', 'key')->get();
        $given = self::latest(DB::table('responses')->where('responses.source_id', $source->id))->selectRaw('responses.record_type, responses.key, responses.value, count(*) as number')->groupBy('responses.record_type', 'responses.key', 'responses.value')->get()->groupBy(static fn (object $row): string => "{$row->record_type}.{$row->key}");
        $counts = [];
        foreach ($asked as $row) {
            $type = $source->manifest()->recordTypes[$row->record_type] ?? null;
            $question = $type?->questions[$row->key] ?? null;
            $numbers = ($given["{$row->record_type}.{$row->key}"] ?? collect())->mapWithKeys(static fn (\stdClass $one): array => [(string) $one->value => (int) $one->number])->all();
            $answered = array_sum($numbers);
            $isRated = $question?->kind === AnswerKind::Rate;
            $counts[] = [
                'type' => $row->record_type, 'type_name' => $type?->plural->in('en') ?? $row->record_type, 'key' => $row->key, 'label' => $question?->label->in('en') ?? Question::readable($row->key),
                'kind' => $question->kind->value ?? '', 'asked' => (int) $row->number, 'answered' => $answered,
                'average' => ! $isRated || $answered === 0 ? null : round(array_sum(array_map(static fn (int|string $mark, int $number): int => (int) $mark * $number, array_keys($numbers), $numbers)) / $answered, 1),
                'answers' => array_map(static fn (string $value): array => ['value' => $value, 'label' => $question?->inWords($value) ?? $value, 'number' => $numbers[$value] ?? 0], self::values($question, $numbers)),
            ];
        }

        return $counts;
    }

    /** Of a query of responses those alone that nothing was answered after from the same message. */
    private static function latest(Builder $responses): Builder
    {
        return $responses->whereNotExists(static fn (Builder $later) => $later->from('responses as later')->selectRaw('1')->whereColumn('later.dispatch_id', 'responses.dispatch_id')->whereColumn('later.key', 'responses.key')->whereColumn('later.turn', '>', 'responses.turn'));
    }

    /**
     * @param  array<array-key, int>  $numbers
     * @return list<string> what may be answered, and what was
     */
    private static function values(?Question $question, array $numbers): array
    {
        $may = match ($question?->kind) {
            AnswerKind::Rate => range(1, AnswerKind::MARKS),
            AnswerKind::Choose => array_keys($question->options),
            null => [],
            default => [AnswerKind::YES],
        };

        return array_values(array_unique(array_map(strval(...), [...$may, ...array_keys($numbers)])));
    }
}
