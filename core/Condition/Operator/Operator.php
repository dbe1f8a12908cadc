<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Composer\Pcre\Preg;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** A way to compare a field with a value. Each is one class here, registered in {@see Operators}: which fields it suits, whether it holds, how it is told. */
abstract class Operator
{
    /** The name that documents use, e.g. "one_of". */
    abstract public function name(): string;

    /** As it stands behind a field of a type in a sentence, mostly beginning with "is". */
    abstract public function inWords(FieldType $type): string;

    /** Whether a field of this type can be compared so. */
    abstract public function suits(FieldType $type): bool;

    /**
     * @param  mixed  $found  of the record, in its normal form; null and empty texts, lists and objects are empty
     * @param  mixed  $value  that it is compared with; a list where several are taken; null where none is
     */
    abstract public function holds(mixed $found, mixed $value, FieldType $type): bool;

    /**
     * Between which values what is found must lie so that it can hold, for who looks for it in an index.
     *
     * @return list<array{mixed, mixed}>|null least and greatest of each stretch, null for none; null altogether where it cannot be said so
     */
    public function stretches(mixed $value): ?array
    {
        return null;
    }

    /** What it is compared with. */
    public function takes(): Takes
    {
        return Takes::One;
    }

    /** Whether a field for which it holds is not empty. */
    public function provesFilled(): bool
    {
        return true;
    }

    /**
     * @param  string  $label  of the field
     * @param  string  $value  that it is compared with, in words
     */
    public function sentence(FieldType $type, string $label, string $value): string
    {
        return trim("{$label} {$this->inWords($type)} {$value}");
    }

    /**
     * Why it holds, or does not, for what was found.
     *
     * @param  string  $found  in words; nothing where it compares with nothing
     */
    public function reason(FieldType $type, bool $holds, string $label, string $found, string $value): string
    {
        return $holds ? $this->sentence($type, $label, $value) : "{$label} is {$found}, ".Preg::replace('/^(is|was)\b/', 'not', $this->inWords($type)).' '.$value;
    }
}
