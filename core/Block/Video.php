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
use Herald\Render\Leading;
use Herald\Render\TextWriter;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;

/** A picture that leads to a video, with the mark for playing it on a bar beneath: no mail program plays one itself, and the mark stays where pictures are not loaded. */
final readonly class Video implements Leading
{
    private function __construct(private Common $common, private Link $source, private Inline $alternative, private Inline $label, private Link $link)
    {
    }

    public static function type(): string
    {
        return 'video';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Video',
            'x-ground' => ColourRole::Button,
            'x-purpose' => Purpose::Show,
            'properties' => [
                'source' => ['title' => 'Picture at', 'x-hint' => 'https:// or a picture from the record', 'x-upload' => true, '$ref' => '#/$defs/link'],
                'alternative' => ['title' => 'Alternative text', 'x-bare' => true, '$ref' => '#/$defs/inline'],
                'label' => ['title' => 'Words beside the mark', 'x-hint' => 'Watch: the dome opens, 2 min', '$ref' => '#/$defs/inline'],
                'link' => ['title' => 'Leads to', 'x-hint' => 'https:// or a link from the record', '$ref' => '#/$defs/link'],
            ],
            'required' => ['source', 'alternative', 'label', 'link'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['source' => [], 'alternative' => [], 'label' => [], 'link' => []];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->link('source'), $reader->inline('alternative'), $reader->inline('label'), $reader->link('link'));
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
        $styling = $writer->styling;
        $writer->link($this->link, ['text-decoration' => 'none'], fn () => $writer->picture($this->source, $this->alternative, $writer->width), always: true);
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td'.$styling->ground(ColourRole::Button, ['padding' => '10px 16px'], Element::ButtonBox).'>');
        $writer->link($this->link, $styling->font(Token::Font, $styling->tokens->figure(Token::Size), ColourRole::ButtonText, 1.25) + ['font-weight' => 'bold', 'text-decoration' => 'none'], function () use ($writer): void {
            // The second is a selector of variation: the mark is a letter, not a picture.
            $writer->markup('&#9654;&#65038;&nbsp; ');
            $writer->inline($this->label);
        }, always: true, part: Element::Button);
        $writer->markup('</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->linked($this->label, $this->link);
    }
}
