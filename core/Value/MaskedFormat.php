<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** The last four letters, with dots for the rest: what tells a person which one is meant, and nobody else what it is. Of what is short, and of a secret, nothing is shown. */
final class MaskedFormat implements Format
{
    private const SHOWN = 4;

    public function name(): string
    {
        return 'masked';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Text || $type instanceof Type\Phone || $type instanceof Type\Secret;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        // Twice as long at least, so that more is hidden than shown.
        return is_string($value) && grapheme_strlen($value) > 2 * self::SHOWN ? '•••• '.grapheme_substr($value, -self::SHOWN) : Mask::WORDS;
    }
}
