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

/** Blocks side by side, in two to four columns of the same width, which stand below each other where there is no room: on a phone. */
final readonly class Columns implements Written
{
    /**
     * @param  list<list<Block>>  $columns
     */
    private function __construct(private Common $common, private array $columns)
    {
    }

    public static function type(): string
    {
        return 'columns';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Columns',
            'x-purpose' => Purpose::Arrange,
            'properties' => ['columns' => ['title' => 'Columns', 'type' => 'array', 'minItems' => 2, 'maxItems' => 4, 'items' => [
                'title' => 'Column',
                'type' => 'object',
                'required' => ['id', 'blocks'],
                'additionalProperties' => false,
                'properties' => ['id' => ['$ref' => '#/$defs/id'], 'blocks' => ['title' => 'Column', '$ref' => '#/$defs/blocks']],
            ]]],
            'required' => ['columns'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $column = static fn (string $id): array => ['id' => $id, 'blocks' => [['id' => $id.'-text', 'type' => Text::type(), ...Text::fresh($vocabulary)]]];

        return ['columns' => [$column('a'), $column('b')]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(0), array_map(static function (BlockReader $column): array {
            $column->id();

            return $column->blocksBelow('blocks');
        }, $reader->each('columns')));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->abreast(array_map(static fn (array $blocks): array => [null, static fn (HtmlWriter $inside) => $inside->stack($blocks)], $this->columns));
    }

    public function text(TextWriter $writer): void
    {
        array_map($writer->stack(...), $this->columns);
    }
}
