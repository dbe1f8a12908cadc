<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\Json;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;

/** Brings the JSON Schema of record types, schema/record-type.json, up to date with the field types there are. */
final class RecordTypeSchema
{
    /** The file it is published as. */
    public static function file(): string
    {
        return dirname(__DIR__, 2).'/schema/record-type.json';
    }

    public static function json(): string
    {
        $schema = Json::ofFile(self::file());
        $types = array_values(FieldTypes::all());
        $described = array_map(static fn (FieldType $type): string => $type->name().($type->note() === '' ? '' : " ({$type->note()})"), $types);
        $inLists = array_values(array_filter($types, static fn (FieldType $type): bool => $type->isSingle() && ! $type->hasOptions()));

        return json_encode([...$schema->data, '$defs' => [
            ...$schema->node()->array('$defs'),
            'field_type' => ['description' => implode('; ', $described), 'type' => 'string', 'enum' => self::names($types)],
            'computed' => self::computed(),
            'item_type' => ['description' => 'the type of one item of a list of single values', 'type' => 'string', 'enum' => self::names($inLists)],
        ]], JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n";
    }

    /**
     * What a field is computed from, by its kind.
     *
     * @return array<string, mixed>
     */
    private static function computed(): array
    {
        $choice = [];
        foreach (array_reverse(Computations::all()) as $name => $kind) {
            $schema = $kind::schema();
            $own = ['title' => $schema['title'], 'required' => $schema['required'], 'properties' => ['kind' => true, ...$schema['properties']], 'additionalProperties' => false];
            $choice = ['if' => ['properties' => ['kind' => ['const' => $name]]], 'then' => $own, ...($choice === [] ? [] : ['else' => $choice])];
        }

        return ['description' => 'from what the value is computed; it is not given then', 'type' => 'object', 'required' => ['kind'], 'properties' => ['kind' => ['type' => 'string', 'enum' => array_keys(Computations::all())]], ...$choice];
    }

    /**
     * @param  list<FieldType>  $types
     * @return list<string>
     */
    private static function names(array $types): array
    {
        return array_map(static fn (FieldType $type): string => $type->name(), $types);
    }
}
