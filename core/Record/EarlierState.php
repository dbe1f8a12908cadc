<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Value\Type;

/**
 * An earlier state of a record, read with today's names, types and options so that it can be compared with the present state.
 *
 * A field that the earlier state does not know (it was declared later, or its value does not fit today's type) has the present value: nobody knows whether it changed, and so it
 * counts as unchanged.
 */
final readonly class EarlierState
{
    /**
     * @param  array<string, mixed>  $data  normalised
     * @param  list<string>  $unknown  paths of the fields that were not known, without the type's own key; a list is named by its own path
     */
    private function __construct(public array $data, public array $unknown)
    {
    }

    /**
     * @param  array<array-key, mixed>  $stored  as it was normalised by the record type of its day, its secrets opened
     * @param  array<string, mixed>  $present  normalised by today's type
     */
    public static function of(RecordType $type, array $stored, array $present): self
    {
        $unknown = [];
        $data = self::group($type->fields, $stored, $present, '', $unknown);

        return new self($type->computed($data), array_values(array_unique($unknown)));
    }

    /**
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $stored
     * @param  array<array-key, mixed>  $present
     * @param  list<string>  $unknown  takes what is not known
     * @return array<string, mixed>
     */
    private static function group(array $fields, array $stored, array $present, string $place, array &$unknown): array
    {
        $state = $names = [];
        foreach ($fields as $key => $field) {
            $known = array_intersect_key($stored, array_flip([$key, ...$field->was]));
            $names += $known;
            $now = $present[$key] ?? $field->nothing();
            if ($known === [] && $field->computation === null) {
                $unknown[] = $place.$key;
            }
            $state[$key] = $known === [] ? $now : self::value($field, $known[$key] ?? array_values(array_filter($known, static fn (mixed $value): bool => $value !== null))[0] ?? null, $now, $place.$key, $unknown);
        }
        foreach (array_diff_key($stored, $names) as $key => $value) {
            $state[(string) $key] = $value;
        }

        return $state;
    }

    /**
     * @param  list<string>  $unknown
     */
    private static function value(Field $field, mixed $stored, mixed $present, string $place, array &$unknown): mixed
    {
        if ($stored === null || $stored === '') {
            return $field->nothing();
        }
        try {
            $read = $field->read($stored);
        } catch (\InvalidArgumentException) {
            $read = null;
        }
        if ($read === null) {
            $unknown[] = $place;

            return $present;
        }
        if (! is_array($read)) {
            return $read;
        }
        $now = is_array($present) ? $present : [];
        if ($field->type instanceof Type\Group) {
            return self::group($field->fields, $read, $now, $place.'.', $unknown);
        }
        if (! $field->type instanceof Type\Items) {
            return $read;
        }
        $item = $field->item($field->key);
        $items = $inside = [];
        foreach ($read as $index => $one) {
            $items[] = self::value($item, $one, $now[$index] ?? null, $place, $inside);
        }
        // What items did not say is a matter of their list.
        if ($inside !== []) {
            $unknown[] = $place;
        }

        return $items;
    }
}
