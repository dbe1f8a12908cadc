<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** A group of named fields. */
final class Group extends FieldType
{
    public function name(): string
    {
        return 'object';
    }

    public function wanted(): string
    {
        return 'an object';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_array($value) && ($value === [] || ! array_is_list($value)) ? $value : null;
    }

    public function isSingle(): bool
    {
        return false;
    }

    public function usualFormat(): string
    {
        return 'address';
    }
}
