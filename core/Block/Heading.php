<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;

/** A heading of level 1 to 3. */
final readonly class Heading implements FromHtml, Written
{
    private function __construct(private Common $common, private Inline $words, private int $level)
    {
    }

    public static function type(): string
    {
        return 'heading';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Heading',
            'x-purpose' => Purpose::Say,
            'properties' => [
                'text' => ['title' => 'Words', 'x-hint' => 'Write here. {{ puts in a variable, Alt Enter another block.', '$ref' => '#/$defs/inline'],
                'level' => ['title' => 'Level', 'type' => 'integer', 'enum' => [1, 2, 3], 'x-brief' => true],
            ],
            'required' => ['text'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['text' => []];
    }

    public static function ofHtml(\DOMElement $element): ?array
    {
        if (! Preg::isMatch('/^h([1-6])$/', $element->tagName, $level)) {
            return null;
        }
        // They are bold as they are.
        $words = Phrase::of($element->childNodes, without: 'bold');

        return $words === [] ? [] : ['text' => $words, 'level' => min(3, (int) $level[1])];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(1), $reader->inline('text'), $reader->node->int('level', 1));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $style = $writer->styling->font(Token::HeadingFont, $writer->styling->tokens->heading($this->level), ColourRole::Heading, 1.25) + ['font-weight' => 'bold', 'margin' => '0'];
        $writer->element("h{$this->level}", $style, fn () => $writer->inline($this->words), Element::Heading);
    }

    public function text(TextWriter $writer): void
    {
        $writer->heading($this->words);
    }
}
