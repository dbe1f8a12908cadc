<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** A picture with its alternative text; left out where its address is empty. */
final readonly class Picture implements FromHtml, Written
{
    private function __construct(
        private Common $common,
        private Link $source,
        private Inline $alternative,
        private int $width,
        private ?Link $link,
    ) {
    }

    public static function type(): string
    {
        return 'picture';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Picture',
            'x-purpose' => Purpose::Show,
            'properties' => [
                'source' => ['title' => 'Picture at', 'x-hint' => 'https:// or a picture from the record', 'x-upload' => true, '$ref' => '#/$defs/link'],
                'alternative' => ['title' => 'Alternative text', 'x-bare' => true, '$ref' => '#/$defs/inline'],
                'width' => ['title' => 'Width', 'x-brief' => true, 'x-unit' => 'px', 'description' => 'px; the width of the content when absent', 'type' => 'integer', 'minimum' => 8, 'maximum' => 720],
                'link' => ['title' => 'Leads to', 'x-hint' => 'https:// or a link from the record', '$ref' => '#/$defs/link'],
            ],
            'required' => ['source', 'alternative'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['source' => [], 'alternative' => []];
    }

    public static function ofHtml(\DOMElement $element): ?array
    {
        if ($element->tagName !== 'img') {
            return null;
        }
        $address = trim($element->getAttribute('src'));
        $words = trim($element->getAttribute('alt'));

        // What lies in the clipboard itself, or in a page of its own, leads nowhere from here.
        return Preg::isMatch('~^https?://~i', $address) ? ['source' => [['text' => $address]], 'alternative' => $words === '' ? [] : [['text' => $words]]] : [];
    }

    public static function read(BlockReader $reader): self
    {
        return new self(
            $reader->common(),
            $reader->link('source'),
            $reader->inline('alternative'),
            $reader->node->int('width', 0),
            $reader->optionalLink('link'),
        );
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $picture = fn () => $writer->picture($this->source, $this->alternative, min($this->width ?: $writer->width, $writer->width));
        if ($this->link === null) {
            $picture();

            return;
        }
        $writer->link($this->link, ['text-decoration' => 'none'], $picture);
    }

    public function text(TextWriter $writer): void
    {
        if ($this->link !== null) {
            $writer->linked($this->alternative, $this->link);
        } elseif (! $this->alternative->isEmpty()) {
            $writer->paragraph($this->alternative);
        }
    }
}
