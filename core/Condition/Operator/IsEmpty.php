<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Emptiness;
use Herald\Value\Type\FieldType;

/** Nothing is there. */
final class IsEmpty extends OfAnything
{
    public function name(): string
    {
        return 'empty';
    }

    public function inWords(FieldType $type): string
    {
        return 'is empty';
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        return Emptiness::of($found);
    }

    public function provesFilled(): bool
    {
        return false;
    }

    public function reason(FieldType $type, bool $holds, string $label, string $found, string $value): string
    {
        return $label.($holds ? ' is empty' : ' is filled');
    }
}
