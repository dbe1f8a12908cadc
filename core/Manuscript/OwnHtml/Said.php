<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Herald\Manuscript\Variable;

/** A value between tags, put into words. */
final readonly class Said
{
    public function __construct(public Variable $variable)
    {
    }
}
