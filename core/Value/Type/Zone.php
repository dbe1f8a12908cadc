<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** An IANA time zone name. */
final class Zone extends FieldType
{
    public function name(): string
    {
        return 'zone';
    }

    public function wanted(): string
    {
        return 'a time zone such as Europe/Dublin';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_string($value) && in_array($value, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true) ? $value : null;
    }

    public function note(): string
    {
        return 'IANA';
    }
}
