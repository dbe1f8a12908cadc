<?php

declare(strict_types=1);

namespace Herald\Render;

/** Which blocks the stage can tell apart: their cells carry their ids in data-block, and all elements say in data-part and data-look what they are and where their colours come from. */
enum Marks
{
    /** Those of the template. */
    case Manuscript;
    /** Those of the brand's header and footer. */
    case Frame;
}
