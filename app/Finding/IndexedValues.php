<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Record;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\RecordType;
use Herald\Value\Type;
use Illuminate\Support\Facades\DB;

/** The values of fields that are declared to be indexed, in rows of their own: by them records are found and sorted at once, however many there are. */
final class IndexedValues
{
    /** So much of a text is kept. */
    private const LONGEST = 190;

    /**
     * What is kept of a record.
     *
     * @param  array<string, mixed>  $data  normalised, with what is computed
     * @return array<string, array{text: string|null, number: float|null}> by path; what is empty is left out
     */
    public static function of(RecordType $type, array $data): array
    {
        $values = [];
        foreach ($type->indexed() as $path => $field) {
            $value = self::kept($field, Path::of($path)->in($data));
            $values += $value === null ? [] : [$path => is_float($value) ? ['text' => null, 'number' => $value] : ['text' => $value, 'number' => null]];
        }

        return $values;
    }

    /**
     * A value as it is kept and looked for.
     *
     * @return string|float|null null where it is empty
     */
    public static function kept(Field $field, mixed $value): string|float|null
    {
        return match (true) {
            $value === null || $value === '' => null,
            self::isNumeric($field) => is_array($value) ? (is_numeric($value['amount'] ?? null) ? (float) $value['amount'] : null) : (is_numeric($value) ? (float) $value : null),
            is_bool($value) => $value ? 'true' : 'false',
            default => is_scalar($value) ? mb_strcut((string) $value, 0, self::LONGEST) : null,
        };
    }

    public static function isNumeric(Field $field): bool
    {
        return $field->type->isNumeric();
    }

    /** Whether the order of what is kept is that of the field's values; that of texts differs from language to language. */
    public static function isInOrder(Field $field): bool
    {
        return self::isNumeric($field) || $field->type instanceof Type\Date || $field->type instanceof Type\DateTime;
    }

    /**
     * @param  array<string, array{text: string|null, number: float|null}>  $values
     */
    public static function keep(Record $record, array $values): void
    {
        $rows = DB::table('record_values')->where('record_id', $record->id);
        $record->wasRecentlyCreated || $rows->delete();
        DB::table('record_values')->insert(array_map(static fn (string $path, array $value): array => ['source_id' => $record->source_id, 'type' => $record->type, 'path' => $path, 'record_id' => $record->id, ...$value], array_keys($values), $values));
    }
}
