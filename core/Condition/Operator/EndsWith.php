<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** A text stands at its end. */
final class EndsWith extends OfText
{
    public function name(): string
    {
        return 'ends_with';
    }

    public function inWords(FieldType $type): string
    {
        return 'ends with';
    }

    protected function fits(string $found, string $value): bool
    {
        return str_ends_with($found, $value);
    }

    protected function not(): string
    {
        return 'does not end with';
    }
}
