<?php

declare(strict_types=1);

namespace Herald\Value\Type;

/**
 * The type that a field's values have: how they are read, put in order and compared, and with what they are asked for. Each is one class here, registered in
 * {@see FieldTypes}; what is said here of most types holds where a type says nothing else.
 */
abstract class FieldType
{
    /** The name that documents use, e.g. "datetime". */
    abstract public function name(): string;

    /** What a value must be, in words: "a whole number". */
    abstract public function wanted(): string;

    /**
     * A value in its normal form.
     *
     * @param  mixed  $value  as it came in JSON; neither null nor an empty text
     * @param  list<string>  $options  that it must be one of, where the type has such
     * @return mixed null when it is no value of this type
     *
     * @throws \InvalidArgumentException saying what is wrong with it, where more is to be said than what it must be
     */
    abstract public function read(mixed $value, array $options): mixed;

    /** What is to be known beside the name of how its values are written in JSON. */
    public function note(): string
    {
        return '';
    }

    /** Whether a value is a single thing that can be put into a text. */
    public function isSingle(): bool
    {
        return true;
    }

    /** Whether values stand in an order that more and less speak of. */
    public function isOrdered(): bool
    {
        return false;
    }

    /** Whether values are numbers, which stand one under the other by their ends. */
    public function isNumeric(): bool
    {
        return false;
    }

    /** Whether its values are one of a list that is declared with the field. */
    public function hasOptions(): bool
    {
        return false;
    }

    /**
     * The normal form of a value that is not there.
     *
     * @return list<never>|null
     */
    public function nothing(): ?array
    {
        return null;
    }

    /**
     * Whether a condition may compare a field with this value.
     *
     * @param  list<string>  $options  that a value must be one of, where the type has such
     */
    public function comparesWith(mixed $value, array $options): bool
    {
        return is_scalar($value);
    }

    /**
     * The order of a value and what a condition compares it with.
     *
     * @param  mixed  $found  in its normal form, not empty
     * @return int|null -1, 0 or 1; null when the two cannot be compared
     */
    public function order(mixed $found, mixed $value): ?int
    {
        return is_scalar($found) && is_scalar($value) ? strcmp((string) $found, (string) $value) <=> 0 : null;
    }

    /** The format of a value where none is asked for. */
    public function usualFormat(): string
    {
        return 'text';
    }

    /** With what a value to compare with is asked for. */
    public function input(): Input
    {
        return Input::Text;
    }
}
