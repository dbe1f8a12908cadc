<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A format that can be told more: with parameters, which stand beside its name in documents (`{order.tax_rate|percent(digits: 1)}`). */
interface Adjustable extends Format
{
    /**
     * What can be told, in the order in which it is asked for.
     *
     * @param  array<string, string>  $options  the values of the field with their labels, where it has such; of a list of objects the fields of one
     * @param  string|null  $language  that words are written in; null for whatever any language may have
     * @return list<Parameter>
     */
    public function parameters(FieldType $type, array $options, ?string $language): array;

    /** Whether a parameter beside those may be named. */
    public function mayName(string $parameter, FieldType $type): bool;
}
