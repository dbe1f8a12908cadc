<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Group;
use Herald\Manuscript\Purpose;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** The same blocks for each item of a list. */
final readonly class Repeat implements Group, Written
{
    /**
     * @param  list<Block>  $blocks
     * @param  list<Block>  $empty  shown when the list has no items
     */
    private function __construct(
        private Common $common,
        private Path $list,
        private string $item,
        private array $blocks,
        private array $empty,
    ) {
    }

    public static function type(): string
    {
        return 'repeat';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Repeat',
            'x-purpose' => Purpose::Arrange,
            'properties' => [
                'list' => ['title' => 'For each of', '$ref' => '#/$defs/path'],
                'item' => ['title' => 'Name of one', '$ref' => '#/$defs/name'],
                'blocks' => ['title' => 'For each', '$ref' => '#/$defs/blocks'],
                'empty' => ['title' => 'When there are none', '$ref' => '#/$defs/blocks'],
            ],
            'required' => ['list', 'blocks'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): ?array
    {
        $list = $vocabulary->firstList();

        return $list === null ? null : ['list' => $list[0], 'blocks' => [['id' => 'text', 'type' => Text::type(), ...Text::fresh($vocabulary)]]];
    }

    public static function read(BlockReader $reader): self
    {
        [$list, $item, $inside] = $reader->eachOf();

        return new self($reader->common(), $list, $item, $reader->blocksBelow('blocks', $inside), $reader->blocksBelow('empty'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->each($this->list, $this->item, fn () => $writer->rows($this->blocks), fn () => $writer->rows($this->empty));
    }

    public function text(TextWriter $writer): void
    {
        $writer->each($this->list, $this->item, fn () => $writer->stack($this->blocks), fn () => $writer->stack($this->empty));
    }
}
