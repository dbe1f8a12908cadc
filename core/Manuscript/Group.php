<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** A block that leaves no trace of its own in the message: its html() writes the rows of its blocks, not the inside of a cell. */
interface Group extends Block
{
}
