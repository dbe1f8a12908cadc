<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** The day is today, or one of so many after it. */
final class WithinNext extends FromNow
{
    public function name(): string
    {
        return 'within_next';
    }

    public function inWords(FieldType $type): string
    {
        return 'is within the next';
    }

    protected function reach(int $days): array
    {
        return [0, $days];
    }
}
