<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Operator\Operator;
use Herald\Condition\Operator\Operators;
use Herald\Condition\Operator\Takes;
use Herald\Condition\Quantifier;
use Herald\Record\Computations;
use Herald\Value\Adjustable;
use Herald\Value\Format;
use Herald\Value\Formats;
use Herald\Value\Locality;
use Herald\Value\Parameter;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;

/** Writes docs/data.md: every format with what it makes of a value, and every comparison, from those there are. */
final class DataGuide
{
    /** The moment of the message that the values are put into. */
    private const NOW = '2026-11-23T08:00:00Z';

    private const LANGUAGES = ['en-IE' => 'English', 'de-DE' => 'German', 'fr-FR' => 'French', 'ar-EG' => 'Arabic'];

    /** A value of each type of field. */
    private const VALUES = [
        'text' => 'aoife brannigan', 'integer' => 3, 'decimal' => '1234.5', 'money' => ['amount' => '1234.50', 'currency' => 'EUR'], 'date' => '2026-11-25',
        'datetime' => '2026-11-25T20:30:00Z', 'boolean' => true, 'option' => 'sent', 'email' => 'aoife@example.org', 'phone' => '+353871234567',
        'url' => 'https://www.example.org/orders/7', 'picture' => 'https://www.example.org/a.png', 'language' => 'de', 'country' => 'IE', 'zone' => 'Europe/Dublin',
        'object' => ['street' => '12 Mill Lane', 'city' => 'Tulsa', 'state' => 'OK', 'zip' => '74103', 'country' => 'US'], 'list' => ['a', 'b', 'c'], 'secret' => 'https://www.example.org/set/8f0c2a',
    ];

    /** What formats are told that say nothing without. */
    private const WITH = ['words_by_number' => ['one' => '# guest', 'other' => '# guests'], 'words_by_value' => ['true' => 'is paid', 'false' => 'is not paid']];

    public static function markdown(): string
    {
        $lines = [
            '# Data in words', '', 'Written by `php artisan herald:schema` from the formats and comparisons there are; do not change it by hand.', '',
            '## Formats', '', 'A variable is written in the usual format of its type, or in another that suits it: `{order.placed_at|date_long}`. What a format can be told stands behind its name: `{order.weight|number(digits: 1)}`, `{booking.party_size|words_by_number(one: "# guest", other: "# guests")}`. Each is one class in `core/Value` and one line in `Formats`.', '',
            '| format | can be told | suits | usual for | of | '.implode(' | ', self::LANGUAGES).' |', '|---|---|---|---|---|'.str_repeat('---|', count(self::LANGUAGES)),
        ];
        foreach (Formats::all() as $name => $format) {
            $suited = self::names(FieldTypes::all(), $format->accepts(...));
            $usual = self::names(FieldTypes::all(), static fn (FieldType $type): bool => $format->accepts($type) && $type->usualFormat() === $name);
            $value = self::VALUES[$suited[0] ?? ''] ?? null;
            $lines[] = '| '.implode(' | ', array_map(self::cell(...), [
                "`{$name}`", self::told($format, FieldTypes::all()[$suited[0] ?? ''] ?? null), implode(', ', $suited), implode(', ', $usual), '`'.(is_string($value) ? $value : json_encode($value, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)).'`',
                ...array_map(static fn (string $language): string => self::made($format, $value, $language), array_keys(self::LANGUAGES)),
            ])).' |';
        }
        array_push($lines, '', 'As for a message of '.self::NOW.' in Europe/Dublin. Languages follow CLDR through ICU; telephone numbers are in the form of E.164\'s plans, by libphonenumber.', '',
            '## Comparisons', '', 'Each is one class in `core/Condition/Operator` and one line in `Operators`. An empty field is equal to nothing, not more and not less. In place of a value another field of the same kind can be named, `{"path": "order.total"}`.', '',
            '| comparison | compares with | suits, and reads there |', '|---|---|---|');
        foreach (Operators::all() as $name => $operator) {
            $takes = match ($operator->takes()) {
                Takes::Nothing => 'nothing',
                Takes::One => 'one value',
                Takes::Several => 'several values',
                Takes::Two => 'the least and the most',
                Takes::Days => 'a number of days',
            };
            $lines[] = "| `{$name}` | {$takes} | ".self::cell(self::readings($operator)).' |';
        }

        array_push($lines, '', 'Conditions are put together of comparisons: `{"all": […]}`, `{"any": […]}`, `{"not": {…}}`; and about lists, `{"list": "order.items", "quantifier": "any", "item": "one", "where": {"path": "one.quantity", "operator": "more", "value": 2}}`:', '', '| quantifier | reads | of an empty list |', '|---|---|---|');
        foreach (Quantifier::cases() as $quantifier) {
            $lines[] = "| `{$quantifier->value}` | “{$quantifier->inWords()} …” | ".($quantifier === Quantifier::Any ? 'does not hold' : 'holds').' |';
        }

        array_push($lines, '', '## Computed fields', '', 'A field of a record type may be computed from others, by its manifest, `"computed": {"kind": "sum", "list": "order.items", "of": "quantity"}`, or by a person in the data sheet. It can be named wherever a field can be. Each kind is one class in `core/Computed` and one line in `kinds.php`.', '', '| kind | computed from |', '|---|---|');
        foreach (Computations::all() as $name => $computation) {
            $schema = $computation::schema();
            $asks = array_map(static fn (string $member, array $ask): string => "`{$member}`".(in_array($member, $schema['required'], true) ? '' : ' (may be left out)').(is_array($ask['x-types'] ?? null) ? ': '.implode(', ', array_filter($ask['x-types'], is_string(...))) : ''), array_keys($schema['properties']), $schema['properties']);
            $lines[] = "| `{$name}` | ".self::cell(implode('; ', $asks)).' |';
        }
        array_push($lines, '', 'What is empty is left out of sums and of the others over a list; what is computed from an empty field is empty. Amounts of two currencies are not put together: the field is empty then, and the data sheet says why.');

        return implode("\n", $lines)."\n";
    }

    private static function made(Format $format, mixed $value, string $language): string
    {
        return $format->apply($value, new Locality($language, 'Europe/Dublin', [], self::NOW, self::WITH[$format->name()] ?? []));
    }

    private static function told(Format $format, ?FieldType $type): string
    {
        $parameters = $format instanceof Adjustable && $type !== null ? $format->parameters($type, $type instanceof Type\Items ? ['field' => 'Field'] : [], null) : [];

        return implode(', ', array_map(static fn (Parameter $one): string => "`{$one->name}`".match (true) {
            $one->bounds !== null => " ({$one->bounds[0]} to {$one->bounds[1]})",
            $one->choices !== [] && $one->name !== 'field' => ' ('.implode(', ', array_keys($one->choices)).')',
            default => '',
        }, $parameters));
    }

    /** The types it suits, by how it reads there. */
    private static function readings(Operator $operator): string
    {
        $readings = [];
        foreach (array_filter(FieldTypes::all(), $operator->suits(...)) as $type) {
            $readings[$operator->inWords($type)][] = $type->name();
        }

        return implode('; ', array_map(static fn (string $words, array $types): string => "“{$words}”: ".implode(', ', $types), array_keys($readings), $readings));
    }

    /**
     * @param  array<string, FieldType>  $types
     * @param  \Closure(FieldType): bool  $suits
     * @return list<string>
     */
    private static function names(array $types, \Closure $suits): array
    {
        return array_values(array_map(static fn (FieldType $type): string => $type->name(), array_filter($types, $suits)));
    }

    private static function cell(string $text): string
    {
        return strtr($text, ['|' => '\\|', "\n" => ' ']);
    }
}
