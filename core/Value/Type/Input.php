<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** With what a person gives a value. */
enum Input: string
{
    case Text = 'text';
    case Number = 'number';
    case Day = 'day';
    case Moment = 'moment';
    case YesNo = 'yes_no';
    case Choice = 'choice';
}
