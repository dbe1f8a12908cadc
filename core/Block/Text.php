<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** A paragraph. */
final readonly class Text implements FromHtml, Written
{
    private function __construct(private Common $common, private Inline $words, private bool $small)
    {
    }

    public static function type(): string
    {
        return 'text';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Text',
            'x-purpose' => Purpose::Say,
            'properties' => [
                'text' => ['title' => 'Words', 'x-hint' => 'Write here. {{ puts in a variable, Alt Enter another block.', '$ref' => '#/$defs/inline'],
                'small' => ['title' => 'Small', 'x-brief' => true, 'description' => 'set smaller and muted, as a remark', 'type' => 'boolean'],
            ],
            'required' => ['text'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['text' => []];
    }

    /** A row of a table becomes one line; the words that stand in no other block become texts without being asked for. */
    public static function ofHtml(\DOMElement $element): ?array
    {
        if ($element->tagName !== 'tr') {
            return null;
        }
        $words = [];
        foreach ($element->childNodes as $cell) {
            $said = $cell instanceof \DOMElement ? Phrase::of([$cell]) : [];
            $words = $said === [] ? $words : [...$words, ...($words === [] ? [] : [['text' => ' · ']]), ...$said];
        }

        return $words === [] ? [] : ['text' => $words];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->inline('text'), $reader->node->bool('small'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->paragraph($this->words, $this->small ? $writer->styling->smallFont() : $writer->styling->bodyFont());
    }

    public function text(TextWriter $writer): void
    {
        $writer->paragraph($this->words);
    }
}
