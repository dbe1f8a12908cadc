<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

/** What an operator compares with. */
enum Takes: string
{
    case Nothing = 'nothing';
    case One = 'one';
    case Several = 'several';
    /** The least and the most, in a list. */
    case Two = 'two';
    /** A number of days, whatever the type of the field. */
    case Days = 'days';
}
