<?php

declare(strict_types=1);

namespace Herald\Timing;

/** On which side of a date something is due. */
enum Side: string
{
    case Before = 'before';
    case After = 'after';
}
