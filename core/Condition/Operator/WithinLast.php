<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Type\FieldType;

/** The day is today, or one of so many before it. */
final class WithinLast extends FromNow
{
    public function name(): string
    {
        return 'within_last';
    }

    public function inWords(FieldType $type): string
    {
        return 'was within the last';
    }

    protected function reach(int $days): array
    {
        return [-$days, 0];
    }
}
