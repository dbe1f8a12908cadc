<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** One of a fixed list of values, each with a label. */
final class Option extends FieldType
{
    public function name(): string
    {
        return 'option';
    }

    public function wanted(): string
    {
        return 'one of its values';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_string($value) && in_array($value, $options, true) ? $value : null;
    }

    public function hasOptions(): bool
    {
        return true;
    }

    public function comparesWith(mixed $value, array $options): bool
    {
        return is_string($value) && in_array($value, $options, true);
    }

    public function usualFormat(): string
    {
        return 'label';
    }

    public function input(): Input
    {
        return Input::Choice;
    }
}
