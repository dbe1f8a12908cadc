<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Box;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\Element;

/** Blocks on a ground of their own. */
final readonly class Section implements Written
{
    /**
     * @param  list<Block>  $blocks
     */
    private function __construct(private Common $common, private array $blocks, private Box $box)
    {
    }

    public static function type(): string
    {
        return 'section';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Section',
            'x-purpose' => Purpose::Arrange,
            'properties' => [
                'blocks' => ['title' => 'On a background of their own', '$ref' => '#/$defs/blocks'],
                ...Box::SCHEMA,
            ],
            'required' => ['blocks'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['blocks' => [['id' => 'text', 'type' => Text::type(), ...Text::fresh($vocabulary)]]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(3), $reader->blocksBelow('blocks'), Box::read($reader));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->box($this->box, Element::Section, fn (HtmlWriter $inside) => $inside->stack($this->blocks));
    }

    public function text(TextWriter $writer): void
    {
        $writer->stack($this->blocks);
    }
}
