<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** What the law asks for at the end of a message, with the way to receive no more of them. */
final readonly class SmallPrint implements Written
{
    private function __construct(private Common $common, private Inline $words, private ?Inline $label, private ?Link $link)
    {
    }

    public static function type(): string
    {
        return 'small_print';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Small print',
            'x-purpose' => Purpose::Say,
            'properties' => [
                'text' => ['title' => 'Words', '$ref' => '#/$defs/inline'],
                'label' => ['title' => 'Words of the link', 'x-hint' => 'Unsubscribe', '$ref' => '#/$defs/inline'],
                'link' => ['title' => 'Leads to', 'x-hint' => 'where one unsubscribes', '$ref' => '#/$defs/link'],
            ],
            'required' => ['text'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['text' => [['variable' => 'brand.legal']]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->inline('text'), $reader->optionalInline('label'), $reader->optionalLink('link'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        [$label, $link] = [$this->label, $this->link];
        $writer->element('p', $writer->styling->smallFont() + ['margin' => '0'], function () use ($writer, $label, $link): void {
            $writer->inline($this->words);
            if ($label !== null && $link !== null) {
                $writer->markup('<br>');
                $writer->link($link, ['color' => ColourRole::Link, 'text-decoration' => 'underline'], fn () => $writer->inline($label), part: Element::Link);
            }
        }, Element::Text);
    }

    public function text(TextWriter $writer): void
    {
        $writer->paragraph($this->words);
        if ($this->label !== null && $this->link !== null) {
            $writer->linked($this->label, $this->link);
        }
    }
}
