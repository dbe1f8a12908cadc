<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** True or false. */
final class Boolean extends FieldType
{
    public function name(): string
    {
        return 'boolean';
    }

    public function wanted(): string
    {
        return 'true or false';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_bool($value) ? $value : null;
    }

    public function comparesWith(mixed $value, array $options): bool
    {
        return is_bool($value);
    }

    public function order(mixed $found, mixed $value): ?int
    {
        return $found === $value ? 0 : null;
    }

    public function usualFormat(): string
    {
        return 'yes_no';
    }

    public function input(): Input
    {
        return Input::YesNo;
    }
}
