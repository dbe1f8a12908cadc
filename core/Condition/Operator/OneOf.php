<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** Equal to one of several values. */
final class OneOf extends OfOneValue
{
    public function name(): string
    {
        return 'one_of';
    }

    public function inWords(FieldType $type): string
    {
        return 'is one of';
    }

    public function takes(): Takes
    {
        return Takes::Several;
    }

    public function stretches(mixed $value): array
    {
        return array_map(static fn (mixed $one): array => [$one, $one], is_array($value) ? array_values($value) : []);
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        foreach (is_array($value) ? $value : [] as $one) {
            if (Order::of($found, $one, $type) === 0) {
                return true;
            }
        }

        return false;
    }

    public function sentence(FieldType $type, string $label, string $value): string
    {
        return "{$label} is {$value}";
    }
}
