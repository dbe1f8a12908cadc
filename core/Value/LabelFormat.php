<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;
use Herald\Language\LanguageTag;
use Herald\Value\Type\FieldType;

/** The name of what a code stands for: an option's label, a country's or a language's name (CLDR). */
final class LabelFormat implements Format
{
    /** @var array<string, string> names found before, by language and code */
    private array $names = [];

    public function name(): string
    {
        return 'label';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Option || $type instanceof Type\Country || $type instanceof Type\Language;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        if (! is_string($value)) {
            return '';
        }

        return $locality->options[$value] ?? $this->names[$locality->language.' '.$value] ??= match (true) {
            Preg::isMatch('/^[A-Z]{2}$/D', $value) => \Locale::getDisplayRegion('-'.$value, $locality->language) ?: $value,
            LanguageTag::isWellFormed($value) => LanguageTag::name($value, $locality->language),
            default => $value,
        };
    }
}
