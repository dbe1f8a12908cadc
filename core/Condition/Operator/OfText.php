<?php

declare(strict_types=1);

namespace Herald\Condition\Operator;

use Herald\Value\Fold;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** An operator about texts that does not look at case and accents. */
abstract class OfText extends Operator
{
    public function suits(FieldType $type): bool
    {
        return $type instanceof Type\Text || $type instanceof Type\Email || $type instanceof Type\Phone || $type instanceof Type\Url;
    }

    public function holds(mixed $found, mixed $value, FieldType $type): bool
    {
        $folded = is_string($value) ? Fold::text($value) : '';

        // What is nothing when it is folded stands nowhere.
        return $folded !== '' && is_string($found) && $this->fits(Fold::text($found), $folded);
    }

    /** Whether it holds for texts that are folded. */
    abstract protected function fits(string $found, string $value): bool;

    /** The same as in a sentence, where it does not hold: "does not contain". */
    abstract protected function not(): string;

    public function reason(FieldType $type, bool $holds, string $label, string $found, string $value): string
    {
        return $holds ? $this->sentence($type, $label, $value) : "{$label} is {$found}, and {$this->not()} {$value}";
    }
}
