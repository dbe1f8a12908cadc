<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

/** How many values an operator compares with. */
enum Takes: string
{
    case Nothing = 'nothing';
    case One = 'one';
    case Several = 'several';
}
