<?php

declare(strict_types=1);

namespace Herald\Language;

/** A short label that may be worded per language: of a field, an option, a record type. */
final readonly class Caption
{
    /**
     * @param  non-empty-array<string, string>  $byLanguage  words by language tag; the first is used where a language has none
     */
    private function __construct(private array $byLanguage)
    {
    }

    /**
     * @param  mixed  $words  a text, or an object of texts by language tag
     * @param  string  $otherwise  used when nothing is given
     */
    public static function of(mixed $words, string $otherwise): self
    {
        $byLanguage = [];
        foreach (is_array($words) ? $words : ['en' => $words] as $language => $text) {
            if (is_string($text) && $text !== '') {
                $byLanguage[(string) $language] = $text;
            }
        }

        return new self($byLanguage === [] ? ['en' => $otherwise] : $byLanguage);
    }

    public function in(string $language): string
    {
        $tags = array_keys($this->byLanguage);

        return $this->byLanguage[LanguageChoice::lookup($language, $tags, $tags[0])->language];
    }
}
