<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/** An object whose members are not declared, as a plug-in may add them; each is read as a text. */
final class Open extends FieldType
{
    public function name(): string
    {
        return 'open';
    }

    public function wanted(): string
    {
        return 'an object';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_array($value) && ($value === [] || ! array_is_list($value)) ? $value : null;
    }

    public function note(): string
    {
        return 'members that are not declared';
    }

    public function isSingle(): bool
    {
        return false;
    }

    public function nothing(): array
    {
        return [];
    }
}
