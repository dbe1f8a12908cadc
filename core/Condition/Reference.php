<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Record\Path;

/** Another field that a field is compared with, in place of a value. */
final readonly class Reference
{
    /**
     * @param  string  $label  of the field, as it is read aloud
     */
    public function __construct(public Path $path, public string $label)
    {
    }
}
