<?php

declare(strict_types=1);

namespace Herald\Claim;

/** Whether there can be records for which one of an order answers. */
enum Standing
{
    /** There are values, of the fields that it asks for, with which it does. */
    case Answers;
    /** There are none, whatever the fields say. */
    case Never;
    /** It cannot be told by reasoning. */
    case Undecided;
}
