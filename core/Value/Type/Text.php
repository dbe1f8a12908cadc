<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** A text. */
final class Text extends FieldType
{
    public function name(): string
    {
        return 'text';
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
