<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** A language that is one of several, whatever its region: de-AT is German (RFC 4647 section 3.3.1). */
final class Matches extends Operator
{
    public function name(): string
    {
        return 'matches';
    }

    public function inWords(FieldType $type): string
    {
        return 'is a kind of';
    }

    public function suits(FieldType $type): bool
    {
        return $type instanceof Type\Language;
    }

    public function takes(): Takes
    {
        return Takes::Several;
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        $found = is_string($found) ? strtolower($found).'-' : '';

        return array_filter(is_array($value) ? $value : [], static fn (mixed $range): bool => is_string($range) && $range !== '' && str_starts_with($found, strtolower($range).'-')) !== [];
    }
}
