<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Record\Field;
use Herald\Value\Adjustable;
use Herald\Value\Format;
use Herald\Value\Formats;
use Herald\Value\Parameter;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;

/** The formats there are, with what can be said of each. */
final class FormatList
{
    /**
     * @param  string  $language  that words are written in
     * @return array<string, list<array{name: string, parameters: list<array<string, mixed>>}>> by the name of the type that they suit
     */
    public static function byType(string $language): array
    {
        return array_map(static fn (FieldType $type): array => array_values(array_map(static fn (Format $format): array => [
            'name' => $format->name(), 'parameters' => self::parameters($format, $type, [], $language),
        ], array_filter(Formats::all(), static fn (Format $format): bool => $format->accepts($type)))), FieldTypes::all());
    }

    /**
     * What can be said of formats for one field, where its own values decide on that.
     *
     * @param  string  $language  that words are written in
     * @return array<string, list<array<string, mixed>>> by the name of the format
     */
    public static function ofField(Field $field, string $language): array
    {
        $choices = $field->choices($language);
        if ($choices === []) {
            return [];
        }
        /** @var \WeakMap<Field, array<string, array<string, list<array<string, mixed>>>>>|null $known a field may be offered in several places */
        static $known = null;
        /** @var \WeakMap<Field, array<string, array<string, list<array<string, mixed>>>>> $told by language */
        $told = $known ??= new \WeakMap;
        if (isset($told[$field][$language])) {
            return $told[$field][$language];
        }
        $of = static fn (Format $format, array $choices): array => self::parameters($format, $field->type, $choices, $language);

        $said = array_map(static fn (Format $format): array => $of($format, $choices), array_filter(Formats::all(), static fn (Format $format): bool => $format->accepts($field->type) && $of($format, $choices) !== $of($format, [])));
        $told[$field] = [...($told[$field] ?? []), $language => $said];

        return $said;
    }

    /**
     * @param  array<string, string>  $choices
     * @return list<array<string, mixed>>
     */
    private static function parameters(Format $format, FieldType $type, array $choices, ?string $language): array
    {
        return array_map(static fn (Parameter $one): array => [
            'name' => $one->name, 'label' => $one->label, 'begin' => $one->begin, 'needed' => $one->needed, 'bounds' => $one->bounds,
            'choices' => array_map(static fn (string $value, string $label): array => ['value' => $value, 'label' => $label], array_keys($one->choices), $one->choices),
        ], $format instanceof Adjustable ? $format->parameters($type, $choices, $language) : []);
    }
}
