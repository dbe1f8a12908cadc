<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** A text in capitals, or with a capital at the head of each word, by the rules of its language: a Turkish "i" becomes "İ" (Unicode, through ICU). */
final class CaseFormat implements Format
{
    /** @var array<string, \Transliterator> by language */
    private array $transliterators = [];

    private function __construct(private readonly string $name, private readonly string $rule)
    {
    }

    public static function upper(): self
    {
        return new self('upper_case', 'Upper');
    }

    public static function title(): self
    {
        return new self('title_case', 'Title');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Text;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        if (! is_string($value)) {
            return '';
        }
        $language = (string) \Locale::getPrimaryLanguage($locality->language);
        $cased = $this->transliterators[$language] ??= \Transliterator::create("{$language}-{$this->rule}") ?? \Transliterator::create("Any-{$this->rule}") ?? throw new \LogicException('ICU has no rules for capitals');

        return (string) $cased->transliterate($value);
    }
}
