<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** What one member of a block's document is, as its schema tells. */
enum PartKind
{
    /** Translatable text. */
    case Inline;
    /** Where something leads. */
    case Link;
    /** Blocks within. */
    case Blocks;
    /** Objects with ids of their own: rows, columns, branches. */
    case Objects;
    case Condition;
    /** The path of a list that is gone through. */
    case List;
    /** HTML that was written by hand. */
    case Html;
    /** Anything else: a number, a word from a list, yes or no. */
    case Setting;

    /**
     * @param  array<array-key, mixed>  $schema  of the member
     */
    public static function of(array $schema): self
    {
        return match ($schema['$ref'] ?? null) {
            '#/$defs/inline' => self::Inline,
            '#/$defs/link' => self::Link,
            '#/$defs/blocks' => self::Blocks,
            '#/$defs/condition' => self::Condition,
            '#/$defs/path' => self::List,
            '#/$defs/html' => self::Html,
            default => ($schema['type'] ?? null) === 'array' ? self::Objects : self::Setting,
        };
    }
}
