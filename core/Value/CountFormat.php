<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Record\FieldType;

/** How many items a list has. */
final class CountFormat implements Format
{
    public function name(): string
    {
        return 'count';
    }

    public function accepts(FieldType $type): bool
    {
        return $type === FieldType::List;
    }

    public function apply(mixed $value, Setting $setting): string
    {
        return is_array($value) ? (new NumberFormat)->apply(count($value), $setting) : '';
    }
}
