<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** Other words for each value of a choice, or for yes and no. */
final class WordsByValue implements Adjustable
{
    public function name(): string
    {
        return 'words_by_value';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Option || $type instanceof Type\Boolean;
    }

    public function parameters(FieldType $type, array $options, ?string $language): array
    {
        if ($type instanceof Type\Boolean) {
            return [new Parameter('true', 'For “yes”', '', true), new Parameter('false', 'For “no”', '', true)];
        }

        return [
            ...array_map(static fn (string $value, string $label): Parameter => new Parameter($value, "For “{$label}”", $label), array_keys($options), $options),
            new Parameter('other', 'For any other', '', true),
        ];
    }

    public function mayName(string $parameter, FieldType $type): bool
    {
        return false;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $key = is_bool($value) ? ($value ? 'true' : 'false') : (is_scalar($value) ? (string) $value : '');

        return (string) ($locality->with[$key] ?? $locality->with['other'] ?? '');
    }
}
