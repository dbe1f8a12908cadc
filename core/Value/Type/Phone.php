<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** A telephone number, as it is written. */
final class Phone extends FieldType
{
    public function name(): string
    {
        return 'phone';
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
