<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** Where a block is shown, when not everywhere. */
enum Device: string
{
    case Phone = 'phone';
    case Wide = 'wide';
}
