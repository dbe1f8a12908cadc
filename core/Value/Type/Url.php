<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** An absolute web address. */
final class Url extends FieldType
{
    public function name(): string
    {
        return 'url';
    }

    public function wanted(): string
    {
        return 'a text';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_string($value) ? $value : null;
    }
}
