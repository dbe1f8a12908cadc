<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** Blocks on a ground of their own. */
final readonly class Section implements Written
{
    /**
     * @param  list<Block>  $blocks
     */
    private function __construct(private Common $common, private array $blocks, private ColourRole $ground)
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
                'ground' => ['title' => 'Background', 'x-brief' => true, 'type' => 'string', 'enum' => [ColourRole::Accent->value, ColourRole::Paper->value, ColourRole::Page->value]],
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
        return new self($reader->common(3), $reader->blocksBelow('blocks'), ColourRole::from($reader->node->optionalString('ground') ?? ColourRole::Accent->value));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $step = $writer->brand->step;
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td'
            .$writer->styling->ground($this->ground, ['padding' => (2 * $step).'px '.(2 * $step).'px 0 '.(2 * $step).'px'], Element::Section).'>');
        $writer->within($writer->width - 4 * $step)->styled($writer->styling->inside(Element::Section)->inked(null))->stack($this->blocks);
        $writer->markup('</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->stack($this->blocks);
    }
}
