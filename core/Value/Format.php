<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A way to put a value into words. Each is one class here, registered in {@see Formats}. */
interface Format
{
    /** The name that documents use, e.g. "date_long". */
    public function name(): string;

    public function accepts(FieldType $type): bool;

    /**
     * @param  mixed  $value  a value in its normal form, never null
     */
    public function apply(mixed $value, Locality $locality): string;
}
