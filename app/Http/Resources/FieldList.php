<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Value\AddressFormat;
use Herald\Value\Formats;
use Herald\Value\Type;

/** All fields that a template may name, one line each, groups before what lies in them; members of a list's items have "*" in their path, where one of them stands among the others has "*#". */
final class FieldList
{
    /**
     * @return list<array<string, mixed>>
     */
    public static function of(Vocabulary $vocabulary, string $language): array
    {
        $lines = [];
        foreach ($vocabulary->roots() as $name => $field) {
            array_push($lines, ...self::lines((string) $name, $field, 0, null, $language));
        }

        foreach ($vocabulary->kinds() as $path => $list) {
            foreach (self::lines($path, $list, 0, null, $language) as $line) {
                // A list of records is gone through, and not named.
                $lines[] = $line['path'] === $path ? [...$line, 'single' => false] : $line;
            }
        }

        return $lines;
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function lines(string $path, Field $field, int $depth, ?string $list, string $language): array
    {
        if ($field->type instanceof Type\Group && $field->fields === []) {
            return [];
        }
        $line = [
            'path' => $path, 'label' => $field->label->in('en'), 'type' => $field->type->name(), 'depth' => $depth, 'list' => $list,
            'single' => $field->type->isSingle() || $field->type instanceof Type\Items || AddressFormat::isIn(array_keys($field->fields)), 'input' => $field->type->input()->value,
            'options' => array_map(static fn (string $value): array => ['value' => $value, 'label' => $field->options[$value]->in('en')], array_map(strval(...), array_keys($field->options))),
            'parameters' => (object) FormatList::ofField($field, $language),
            'usual' => Formats::usual($field->type)->name(), 'computed' => $field->computation?->sentence(),
        ];
        $lines = [$line];
        if ($field->of !== null) {
            // Items that are single values stand there by themselves.
            array_push($lines, ...self::lines($path.'.*', $field->item('item'), $depth + 1, $path, $language));
        }
        foreach ($field->fields as $child) {
            array_push($lines, ...self::lines($path.($field->type instanceof Type\Items ? '.*.' : '.').$child->key, $child, $depth + 1, $field->type instanceof Type\Items ? $path : $list, $language));
        }
        foreach ($field->type instanceof Type\Items ? Vocabulary::standing() : [] as $what => [$label, $type]) {
            array_push($lines, ...self::lines("{$path}.*#{$what}", Field::single($what, $label, $type), $depth + 1, $path, $language));
        }

        return $lines;
    }
}
