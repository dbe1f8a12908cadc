<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** A text stands somewhere in it. */
final class Contains extends OfText
{
    public function name(): string
    {
        return 'contains';
    }

    public function inWords(FieldType $type): string
    {
        return 'contains';
    }

    protected function fits(string $found, string $value): bool
    {
        return str_contains($found, $value);
    }

    protected function not(): string
    {
        return 'does not contain';
    }
}
