<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** A field that something is computed from. */
final readonly class Operand
{
    private function __construct(public Path $path, public string $label, public FieldType $type)
    {
    }

    /**
     * @param  list<class-string<FieldType>>  $types  that it may be of
     *
     * @throws InvalidDocument when it is not there, or of another type
     */
    public static function read(Node $node, string $member, Vocabulary $vocabulary, array $types): self
    {
        try {
            $path = $vocabulary->current(Path::of($node->string($member)));
            $field = $vocabulary->field($path);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault($member, $e->getMessage());
        }
        if (! in_array($field->type::class, $types, true)) {
            throw $node->fault($member, "\"{$path}\" is of type {$field->type->name()}; it must be one of ".implode(', ', self::names($types)));
        }

        return new self($path, $vocabulary->fullLabel($path), $field->type);
    }

    /**
     * The JSON Schema of a member that names a field.
     *
     * @param  list<class-string<FieldType>>  $types
     * @return array<string, mixed>
     */
    public static function schema(string $title, array $types): array
    {
        return ['title' => $title, 'x-ask' => 'field', 'x-types' => self::names($types), '$ref' => 'template.json#/$defs/path'];
    }

    /** Types of numbers and amounts. */
    public const FIGURES = [Type\Integer::class, Type\Decimal::class, Type\Money::class];

    /** Types of days and moments. */
    public const TIMES = [Type\Date::class, Type\DateTime::class];

    /** Types whose values read the same in every language. */
    public const WORDS = [Type\Text::class, Type\Email::class, Type\Phone::class, Type\Url::class, Type\Integer::class];

    /**
     * @param  list<class-string<FieldType>>  $types
     * @return list<string>
     */
    public static function names(array $types): array
    {
        return array_map(static fn (string $type): string => (new $type)->name(), $types);
    }
}
