<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** A text stands at its beginning. */
final class StartsWith extends OfText
{
    public function name(): string
    {
        return 'starts_with';
    }

    public function inWords(FieldType $type): string
    {
        return 'starts with';
    }

    protected function fits(string $found, string $value): bool
    {
        return str_starts_with($found, $value);
    }

    protected function not(): string
    {
        return 'does not start with';
    }
}
