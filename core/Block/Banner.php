<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Align;
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

/** A picture with words and a button over it. They are real words: without the picture they stand on the colour behind it. */
final readonly class Banner implements Written
{
    private const USUAL = 280;

    /**
     * @param  list<Block>  $blocks
     */
    private function __construct(private Common $common, private array $blocks, private Box $box, private int $height)
    {
    }

    public static function type(): string
    {
        return 'banner';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Banner',
            'x-purpose' => Purpose::Show,
            'properties' => [
                'picture' => ['title' => 'Picture behind', 'x-hint' => 'https:// or a picture from the record', 'x-upload' => true, '$ref' => '#/$defs/link'],
                'blocks' => ['title' => 'Words over the picture', '$ref' => '#/$defs/blocks'],
                'height' => ['title' => 'Height', 'x-brief' => true, 'x-unit' => 'px', 'description' => 'at least; '.self::USUAL.' when absent', 'type' => 'integer', 'minimum' => 80, 'maximum' => 600],
                ...array_diff_key(Box::SCHEMA, ['picture' => 1]),
            ],
            'required' => ['picture', 'blocks'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $middle = ['align' => Align::Center->value];

        return ['picture' => [], 'blocks' => [
            ['id' => 'heading', 'type' => Heading::type(), ...Heading::fresh($vocabulary), ...$middle],
            ['id' => 'text', 'type' => Text::type(), ...Text::fresh($vocabulary), ...$middle],
            ['id' => 'button', 'type' => Button::type(), ...Button::fresh($vocabulary), ...$middle],
        ]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(3), $reader->blocksBelow('blocks'), Box::read($reader), $reader->node->int('height', self::USUAL));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->box($this->box, Element::Banner, fn (HtmlWriter $inside) => $inside->stack($this->blocks), $this->height);
    }

    public function text(TextWriter $writer): void
    {
        $writer->stack($this->blocks);
    }
}
