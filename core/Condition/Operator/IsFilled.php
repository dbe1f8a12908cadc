<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Emptiness;
use Herald\Value\Type\FieldType;

/** Something is there. */
final class IsFilled extends OfAnything
{
    public const NAME = 'filled';

    public function name(): string
    {
        return self::NAME;
    }

    public function inWords(FieldType $type): string
    {
        return 'is filled';
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        return ! Emptiness::of($found);
    }

    public function reason(FieldType $type, bool $holds, string $label, string $found, string $value): string
    {
        return $label.($holds ? ' is filled' : ' is empty');
    }
}
