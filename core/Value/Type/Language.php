<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Language\LanguageTag;

/** A BCP 47 tag. */
final class Language extends FieldType
{
    public function name(): string
    {
        return 'language';
    }

    public function wanted(): string
    {
        return 'a language tag such as de or fr-CA';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_string($value) && LanguageTag::isWellFormed($value) ? $value : null;
    }

    public function note(): string
    {
        return 'BCP 47';
    }

    public function usualFormat(): string
    {
        return 'label';
    }
}
