<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** All items in one line: "Aoife, Jonas and Mateus" (CLDR). Of a list of objects one field of each is named. */
final class ListFormat implements Adjustable
{
    public function name(): string
    {
        return 'list';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Items;
    }

    public function parameters(FieldType $type, array $options, ?string $language): array
    {
        return [
            new Parameter('joined', 'Joined by', choices: ['and' => 'and', 'or' => 'or', 'commas' => 'commas alone']),
            ...($options === [] ? [] : [new Parameter('field', 'Of each item', (string) array_key_first($options), true, choices: $options)]),
        ];
    }

    public function mayName(string $parameter, FieldType $type): bool
    {
        return false;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $field = $locality->with['field'] ?? null;
        $words = array_map(static fn (mixed $item): string => self::words($field !== null && is_array($item) ? $item[$field] ?? null : $item, $locality), is_array($value) ? array_values($value) : []);

        return Listing::of(array_values(array_filter($words, static fn (string $one): bool => $one !== '')), $locality->language, match ($locality->with['joined'] ?? null) {
            'or' => 'or',
            'commas' => 'unit',
            default => 'standard',
        });
    }

    /** A single value by its form: an amount, a yes or no, a number, a day, a moment, or a text. */
    private static function words(mixed $value, Locality $locality): string
    {
        $format = match (true) {
            Money::read($value) !== null => 'money',
            is_bool($value) => 'yes_no',
            is_int($value) => 'number',
            Moment::of($value) !== null => strlen(is_string($value) ? $value : '') === 10 ? 'date_long' : 'date_time',
            default => 'text',
        };
        $single = new Locality($locality->language, $locality->zone, now: $locality->now);

        return is_string($value) && isset($locality->options[$value]) ? $locality->options[$value] : Formats::all()[$format]->apply($value, $single);
    }
}
