<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** Yes or no, in words. */
final class YesNoFormat implements Format
{
    private const WORDS = ['en' => ['yes', 'no'], 'de' => ['ja', 'nein'], 'fr' => ['oui', 'non'], 'ar' => ['نعم', 'لا']];

    public function name(): string
    {
        return 'yes_no';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Boolean;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        return (self::WORDS[\Locale::getPrimaryLanguage($locality->language) ?? ''] ?? self::WORDS['en'])[$value === true ? 0 : 1];
    }
}
