<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Language\Caption;
use Herald\Value\AddressFormat;
use Herald\Value\Clean;
use Herald\Value\Emptiness;
use Herald\Value\Format;
use Herald\Value\Formats;
use Herald\Value\Locality;
use Herald\Value\Mask;
use Herald\Value\Type;

/** A record laid out for reading: every field with its label, type and value in words. */
final readonly class DataSheet
{
    /**
     * @param  bool  $offers  whether lines say what their values are in each format that suits them
     */
    public function __construct(private Locality $locality, private bool $offers = false)
    {
    }

    /**
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data  normalised
     * @return list<DataSheetLine> groups before what lies in them, list items one after the other
     */
    public function lines(array $fields, array $data, string $path, int $depth = 0): array
    {
        $lines = [];
        foreach ($fields as $key => $field) {
            array_push($lines, ...$this->field($field, $data[$key] ?? null, $data, $path.'.'.$key, $depth));
        }

        return $lines;
    }

    /**
     * What people have answered about the record, where they are asked anything.
     *
     * @param  array<string, array{value: string, at: string}>  $answers  as {@see RecordType::responses} takes them
     * @return list<DataSheetLine>
     */
    public function answers(RecordType $type, array $answers): array
    {
        $field = Vocabulary::of($type)->roots()[Vocabulary::RESPONSE] ?? null;

        return $field === null ? [] : [
            new DataSheetLine(Vocabulary::RESPONSE, $field->label->in('en'), $field->type, null, 0), ...$this->lines($field->fields, $type->responses($answers), Vocabulary::RESPONSE, 1),
        ];
    }

    /**
     * One value as people read it; null where there is none.
     *
     * @param  array<array-key, mixed>  $beside  what stands beside it, where its time zone may be found
     */
    public function value(Field $field, mixed $value, array $beside): ?string
    {
        if ($value === null || $value === '' || $value === []) {
            return null;
        }
        if ($field->type instanceof Type\Secret) {
            return Mask::WORDS;
        }

        return $this->words(Formats::usual($field->type), $field, $value, $beside);
    }

    /**
     * @param  array<array-key, mixed>  $beside
     */
    private function words(Format $format, Field $field, mixed $value, array $beside): string
    {
        $zone = $field->zone === null ? null : ($beside[$field->zone] ?? null);
        $options = array_map(fn (Caption $label): string => $label->in($this->locality->language), $field->options);

        return Clean::text($format->apply($value, new Locality($this->locality->language, is_string($zone) ? $zone : $this->locality->zone, $options, $this->locality->now)));
    }

    /**
     * @param  array<array-key, mixed>  $beside
     */
    private function single(Field $field, mixed $value, array $beside, string $path, string $label, int $depth): DataSheetLine
    {
        $shown = $this->value($field, $value, $beside);

        return new DataSheetLine($path, $label, $field->type, $shown, $depth, $shown === null || $field->type instanceof Type\Secret ? [] : $this->offered($field, $value, $beside));
    }

    /**
     * The value in each format that suits it and needs to be told nothing.
     *
     * @param  array<array-key, mixed>  $beside
     * @return array<string, string>
     */
    private function offered(Field $field, mixed $value, array $beside): array
    {
        $fitting = $this->offers ? array_filter(Formats::all(), static fn (Format $format): bool => $format->accepts($field->type) && Formats::faults($format, $field->type, $field->choices(), []) === []) : [];

        return array_map(fn (Format $format): string => $this->words($format, $field, $value, $beside), $fitting);
    }

    /**
     * @param  array<array-key, mixed>  $beside
     * @return list<DataSheetLine>
     */
    private function field(Field $field, mixed $value, array $beside, string $path, int $depth): array
    {
        $label = $field->label->in('en');
        if ($field->type instanceof Type\Group) {
            $isAddress = AddressFormat::isIn(array_keys($field->fields)) && ! Emptiness::of($value);

            return [
                new DataSheetLine($path, $label, $field->type, $isAddress ? $this->words(AddressFormat::line(), $field, $value, $beside) : null, $depth, $isAddress ? $this->offered($field, $value, $beside) : []),
                ...$this->lines($field->fields, is_array($value) ? $value : [], $path, $depth + 1),
            ];
        }
        if ($field->type instanceof Type\Open) {
            $lines = [new DataSheetLine($path, $label, $field->type, null, $depth)];
            foreach (is_array($value) ? $value : [] as $key => $member) {
                $shown = is_scalar($member) ? (string) $member : json_encode($member, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
                $lines[] = new DataSheetLine($path.'.'.$key, Clean::line((string) $key), new Type\Text, Clean::text($shown), $depth + 1);
            }

            return $lines;
        }
        if (! $field->type instanceof Type\Items) {
            return [$this->single($field, $value, $beside, $path, $label, $depth)];
        }
        $items = is_array($value) ? array_values($value) : [];
        $lines = [new DataSheetLine($path, $label, $field->type, (string) count($items), $depth, $items === [] ? [] : $this->offered($field, $items, $beside))];
        foreach ($items as $index => $item) {
            $one = $field->item($field->key);
            $place = $path.'/'.($index + 1);
            if (! $one->type instanceof Type\Group) {
                $lines[] = $this->single($one, $item, [], $place, (string) ($index + 1), $depth + 1);

                continue;
            }
            $lines[] = new DataSheetLine($place, ($index + 1).self::title($one->fields, is_array($item) ? $item : []), new Type\Group, null, $depth + 1);
            array_push($lines, ...$this->lines($one->fields, is_array($item) ? $item : [], $place, $depth + 2));
        }

        return $lines;
    }

    /**
     * What an item is called: its name, or the first text that it has.
     *
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $item
     * @return string ": Moon atlas", or nothing
     */
    private static function title(array $fields, array $item): string
    {
        $texts = array_filter(array_intersect_key($item, array_filter($fields, static fn (Field $field): bool => $field->type instanceof Type\Text)), static fn (mixed $value): bool => is_string($value) && $value !== '');
        $title = $texts['name'] ?? reset($texts);

        return is_string($title) ? ': '.Clean::line($title) : '';
    }
}
