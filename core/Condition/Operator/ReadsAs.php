<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** It is a text, whatever its case and accents; "is" compares exactly. */
final class ReadsAs extends OfText
{
    public function name(): string
    {
        return 'reads_as';
    }

    public function inWords(FieldType $type): string
    {
        return 'reads as';
    }

    protected function fits(string $found, string $value): bool
    {
        return $found === $value;
    }

    protected function not(): string
    {
        return 'does not read as';
    }
}
