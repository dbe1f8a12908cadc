<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** One block of a document, one line of its envelope, or either in another language, as an author reads it. */
final class Entry
{
    /** All it says, one part after the other. */
    public string $words = '';

    /** @var array<string, array{title: string, value: string}> by place; what is not set is not there */
    public array $settings = [];

    public function __construct(public readonly string $label)
    {
    }

    public function says(string $words): void
    {
        $this->words = trim($this->words.' '.$words);
    }

    public function has(string $place, string $title, string $value): void
    {
        if ($value !== '') {
            $this->settings[$place] = ['title' => $title, 'value' => $value];
        }
    }
}
