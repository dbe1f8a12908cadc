<?php

declare(strict_types=1);

namespace Herald\Record;

use Composer\Pcre\Preg;

/**
 * Fields and options by the name that they have today, in what was written when they were called otherwise (`was`): conditions, cues, whom a message goes to, what fields are computed from.
 * What names a field in them is a path of its own or stands in the brackets of a text.
 */
final class Renaming
{
    /** Members that hold what is said, in which a path is only by chance. */
    private const SAID = ['key', 'label', 'value', 'values', 'options', 'strand'];

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed> the same, by today's names
     */
    public static function in(array $document, Vocabulary $vocabulary): array
    {
        if (is_string($document['each'] ?? null) && is_string($document['as'] ?? null)) {
            // Of each of several: all beside it may name the one.
            $vocabulary = $vocabulary->one($document['as'], $vocabulary->items($document['each']));
        }
        $inside = isset($document['where']) && isset($document['list']) ? $vocabulary->with(is_string($document['item'] ?? null) ? $document['item'] : 'one', $vocabulary->items($document['list'])) : $vocabulary;
        $list = isset($document['list']) ? $vocabulary->items($document['list']) : null;
        $compared = is_string($document['path'] ?? null) ? self::field($document['path'], $vocabulary) : null;
        foreach ($document as $name => $member) {
            $document[$name] = match (true) {
                in_array($name, self::SAID, true) => is_array($member) ? self::said($member, $vocabulary, $compared) : (in_array($name, ['value', 'values'], true) ? $compared?->currentOption($member) : null) ?? $member,
                is_array($member) => self::in($member, $name === 'where' ? $inside : $vocabulary),
                ! is_string($member) => $member,
                // A field that changes from one value to another.
                $compared !== null && in_array($name, ['from', 'to'], true) => $compared->currentOption($member),
                // What is taken of each item goes by its key alone.
                $name === 'of' && $list !== null => $list->member($member)->key ?? $member,
                default => self::text($member, $vocabulary),
            };
        }

        return $document;
    }

    /**
     * @param  array<array-key, mixed>  $said  what is compared with another field names that
     * @param  Field|null  $compared  the field whose values they are
     * @return array<array-key, mixed>
     */
    private static function said(array $said, Vocabulary $vocabulary, ?Field $compared = null): array
    {
        return isset($said['path']) ? self::in($said, $vocabulary) : array_map(static fn (mixed $one): mixed => is_array($one) ? self::said($one, $vocabulary) : $compared?->currentOption($one) ?? $one, $said);
    }

    public static function path(string $path, Vocabulary $vocabulary): string
    {
        try {
            return (string) $vocabulary->current(Path::of($path));
        } catch (\InvalidArgumentException) {
            return $path;
        }
    }

    private static function field(string $path, Vocabulary $vocabulary): ?Field
    {
        try {
            return $vocabulary->field(Path::of($path));
        } catch (UnknownPath|\InvalidArgumentException) {
            return null;
        }
    }

    private static function text(string $text, Vocabulary $vocabulary): string
    {
        return str_contains($text, '{')
            ? Preg::replaceCallback('/(?<=\{)'.Path::PATTERN.'/', static fn (array $path): string => self::path($path[0], $vocabulary), $text)
            : self::path($text, $vocabulary);
    }
}
