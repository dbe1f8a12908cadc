<?php

declare(strict_types=1);

namespace App\Sending;

/** Whose words a notice is shown with. */
enum Words: string
{
    /** Of whoever answers. */
    case Answer = 'answer';
    /** The source's own, as they stand. */
    case BuiltIn = 'built_in';
    /** The same in the brand's frame. */
    case Framed = 'framed';
}
