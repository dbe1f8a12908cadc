<?php

declare(strict_types=1);

namespace Herald\Notice;

/** One thing of a notice that its source has changed since somebody looked at it. */
final readonly class NoticeChange
{
    /**
     * @param  string  $words  what, to be read by a person: "The built-in words in German are others"
     * @param  string|null  $language  of built-in words
     */
    public function __construct(public ChangeKind $kind, public string $words, public ?string $language = null)
    {
    }

    /**
     * @return array{kind: string, words: string, language: string|null}
     */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'words' => $this->words, 'language' => $this->language];
    }
}
