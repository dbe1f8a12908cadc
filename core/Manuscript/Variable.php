<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Value\Format;

/** A value placed in text or in a link. */
final readonly class Variable
{
    /**
     * @param  string  $fallback  said instead when the value is empty; "" for none
     * @param  array<array-key, string|int>  $with  what is said of the format, by the names of its parameters
     * @param  bool  $open  whether the path leads below an open field, where nothing need be
     */
    public function __construct(
        public Path $path,
        public Field $field,
        public Format $format,
        public string $fallback = '',
        public array $with = [],
        public bool $open = false,
    ) {
    }
}
