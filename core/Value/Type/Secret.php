<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** A text that stands in its message and nowhere else: masked wherever it is kept or shown. */
final class Secret extends FieldType
{
    public function name(): string
    {
        return 'secret';
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
        return 'a text, such as the link that sets a password anew: it stands in its message, and is masked wherever else it is kept or shown';
    }
}
