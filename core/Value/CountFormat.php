<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** How many items a list has. */
final class CountFormat implements Format
{
    public function name(): string
    {
        return 'count';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Items;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        return is_array($value) ? Formats::all()['number']->apply(count($value), $locality) : '';
    }
}
