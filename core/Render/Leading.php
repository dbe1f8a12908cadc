<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Manuscript\Link;

/** A block that is nothing without the place it leads to: where the data give none that may be followed, it is left out with all its words. */
interface Leading extends Written
{
    public function link(): Link;
}
