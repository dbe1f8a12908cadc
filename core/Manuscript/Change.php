<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** One block in which two manuscripts differ. */
final readonly class Change
{
    /**
     * @param  'added'|'removed'|'moved'|'changed'  $kind
     * @param  string  $block  its id; for all else a key that no block has
     * @param  string  $label  what it is, as an author reads it: "Text", "Envelope, Subject"
     * @param  list<array{kind: 'same'|'removed'|'added', text: string}>  $words  word by word
     * @param  list<array{title: string, before: string, after: string}>  $settings  that are other than before; empty where one is as usual
     */
    public function __construct(public string $kind, public string $block, public string $label, public array $words, public array $settings = [])
    {
    }
}
