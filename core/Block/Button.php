<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\Leading;
use Herald\Render\TextWriter;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;

/** A link that asks to be followed. */
final readonly class Button implements Leading
{
    /** At both sides of its label, in px. */
    public const ROOM = 24;

    private function __construct(private Common $common, private Inline $label, private Link $link)
    {
    }

    public static function type(): string
    {
        return 'button';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Button',
            'x-ground' => ColourRole::Button,
            'x-purpose' => Purpose::Ask,
            'properties' => [
                'label' => ['title' => 'Label', '$ref' => '#/$defs/inline'],
                'link' => ['title' => 'Leads to', 'x-hint' => 'https:// or a link from the record', '$ref' => '#/$defs/link'],
            ],
            'required' => ['label', 'link'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['label' => [], 'link' => []];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(3), $reader->inline('label'), $reader->link('link'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function link(): Link
    {
        return $this->link;
    }

    public function html(HtmlWriter $writer): void
    {
        self::draw($writer, $this->common->align, $this->label, $this->link, true);
    }

    /**
     * A button where the writer is.
     *
     * @param  bool  $always  see {@see HtmlWriter::link}
     * @param  int  $room  at both sides of the label, in px
     */
    public static function draw(HtmlWriter $writer, Align $align, Inline $label, Link $link, bool $always, int $room = self::ROOM): void
    {
        $style = $writer->styling->font(Token::Font, $writer->styling->tokens->figure(Token::Size), ColourRole::ButtonText, 1.25) + [
            'font-weight' => 'bold', 'text-decoration' => 'none', 'display' => 'inline-block', 'padding' => "13px {$room}px", 'border-radius' => Token::Corner,
        ];
        $writer->markup('<table role="presentation"'.$writer->standing($align).' cellspacing="0" cellpadding="0" border="0"><tr><td align="center"'
            .$writer->styling->ground(ColourRole::Button, ['border-radius' => Token::Corner, 'mso-padding-alt' => "13px {$room}px"], Element::ButtonBox).'>');
        $writer->link($link, $style, static fn () => $writer->inline($label), $always, part: Element::Button);
        $writer->markup('</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->linked($this->label, $this->link);
    }
}
