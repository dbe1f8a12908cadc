<?php

declare(strict_types=1);

namespace Herald\Render;

/** A block that is nothing unless content was handed in for it. */
interface Awaiting extends Written
{
    /** The key of the slot that it is the place of. */
    public function slot(): string;
}
