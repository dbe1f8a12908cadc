<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** What an author reaches for a block for; the list of blocks is sorted by it. */
enum Purpose: string
{
    /** Words. */
    case Say = 'say';
    /** Something to look at. */
    case Show = 'show';
    /** What the record holds. */
    case Record = 'record';
    /** Something for the reader to do. */
    case Ask = 'ask';
    /** Blocks together. */
    case Arrange = 'arrange';
}
