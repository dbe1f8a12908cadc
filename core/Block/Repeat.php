<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Group;
use Herald\Manuscript\Purpose;
use Herald\Manuscript\Selection;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** The same blocks for each item of a list. */
final readonly class Repeat implements Group, Written
{
    /**
     * @param  list<Block>  $blocks
     * @param  list<Block>  $empty  shown when there are none
     * @param  list<Block>  $between  shown after each but the last
     */
    private function __construct(
        private Common $common,
        private Selection $items,
        private array $blocks,
        private array $empty,
        private array $between,
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
                ...Selection::SCHEMA,
                'blocks' => ['title' => 'For each', '$ref' => '#/$defs/blocks'],
                'between' => ['title' => 'Between two', '$ref' => '#/$defs/blocks'],
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
        [$items, $inside] = $reader->eachOf();

        return new self($reader->common(), $items, $reader->blocksBelow('blocks', $inside), $reader->blocksBelow('empty'), $reader->blocksBelow('between', $inside));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->each($this->items, fn () => $writer->rows($this->blocks), fn () => $writer->rows($this->empty), $this->between === [] ? null : fn () => $writer->rows($this->between));
    }

    public function text(TextWriter $writer): void
    {
        $writer->each($this->items, fn () => $writer->stack($this->blocks), fn () => $writer->stack($this->empty), $this->between === [] ? null : fn () => $writer->stack($this->between));
    }
}
