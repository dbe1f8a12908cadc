<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Document\Json;
use Herald\Manuscript\Manuscript;
use Herald\Manuscript\Template;
use Herald\Record\Vocabulary;

/** A source's own words for a notice, by language. They are read when they are asked for: there are many, and a message needs those of one language. */
final readonly class BuiltIns
{
    /**
     * @param  array<string, string>  $hashes  by language, what tells the words from those of another day
     * @param  \Closure(string): array<array-key, mixed>  $read  the template document of a language
     */
    public function __construct(private Vocabulary $vocabulary, public array $hashes, private \Closure $read)
    {
    }

    /**
     * @return list<string>
     */
    public function languages(): array
    {
        return array_map(strval(...), array_keys($this->hashes));
    }

    /**
     * @return array<array-key, mixed> a template document
     */
    public function document(string $language): array
    {
        return ($this->read)($language);
    }

    /** @throws \Herald\Document\InvalidDocument naming the places of what does not fit */
    public function manuscript(string $language): Manuscript
    {
        return Template::stored(Json::ofArray($this->document($language), "built-in words, {$language}"), $this->vocabulary)->manuscript($language);
    }
}
