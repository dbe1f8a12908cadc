<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** The absolute web address of a picture. */
final class Picture extends FieldType
{
    public function name(): string
    {
        return 'picture';
    }

    public function wanted(): string
    {
        return 'a text';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_string($value) ? $value : null;
    }

    public function note(): string
    {
        return 'its address';
    }
}
