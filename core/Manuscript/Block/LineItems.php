<?php

declare(strict_types=1);

namespace Herald\Manuscript\Block;

use Herald\Brand\ColourRole;
use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Record\Path;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;

/** One line for each item of a list, in columns; a small picture may stand in front. */
final readonly class LineItems implements Block
{
    /**
     * @param  list<array{label: ?Inline, value: Inline, align: Align}>  $columns
     */
    private function __construct(
        private Common $common,
        private Path $list,
        private string $item,
        private array $columns,
        private ?Link $picture,
        private ?Inline $empty,
    ) {
    }

    public static function type(): string
    {
        return 'line_items';
    }

    public static function schema(): array
    {
        return [
            'properties' => [
                'list' => ['$ref' => '#/$defs/path'],
                'item' => ['$ref' => '#/$defs/name'],
                'picture' => ['$ref' => '#/$defs/link'],
                'columns' => ['type' => 'array', 'minItems' => 1, 'maxItems' => 6, 'items' => [
                    'type' => 'object',
                    'required' => ['id', 'value'],
                    'additionalProperties' => false,
                    'properties' => [
                        'id' => ['$ref' => '#/$defs/id'],
                        'label' => ['$ref' => '#/$defs/inline'],
                        'value' => ['$ref' => '#/$defs/inline'],
                        'align' => ['$ref' => '#/$defs/align'],
                    ],
                ]],
                'empty' => ['description' => 'said when the list has no items', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['list', 'columns'],
        ];
    }

    public static function read(BlockReader $reader): self
    {
        [$list, $item, $inside] = $reader->eachOf();
        $inItem = new BlockReader($reader->node, $inside, $reader->reading);

        return new self(
            $reader->common(1),
            $list,
            $item,
            array_map(static function (BlockReader $column): array {
                $column->id();

                return [
                    'label' => $column->optionalInline('label'),
                    'value' => $column->inline('value'),
                    'align' => Align::from($column->node->optionalString('align') ?? 'start'),
                ];
            }, $reader->each('columns', $inside)),
            $inItem->optionalLink('picture'),
            $reader->optionalInline('empty'),
        );
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $line = ['border-bottom' => '1px solid '.$writer->brand->colour(ColourRole::Line)];
        $head = ['padding' => '4px 0 6px 0'] + $line + $writer->smallFont() + ['font-weight' => 'normal'];
        $cell = ['padding' => '9px 0'] + $line + $writer->bodyFont();
        $last = count($this->columns) - 1;
        $inset = static fn (int $index): array => $index === $last ? [] : ['padding-'.Align::End->side($writer->rightToLeft) => '12px'];

        $writer->openTable();
        if ($this->hasLabels()) {
            $writer->markup('<tr>');
            if ($this->picture !== null) {
                $writer->cell('td', Align::Start, $head, fn () => $writer->markup('&nbsp;'), ' width="60"');
            }
            foreach ($this->columns as $index => $column) {
                $writer->cell('th', $column['align'], $head + $inset($index), fn () => $column['label'] === null ? null : $writer->inline($column['label']), ' scope="col"');
            }
            $writer->markup('</tr>');
        }
        [$picture, $empty] = [$this->picture, $this->empty];
        $writer->each($this->list, $this->item, function () use ($writer, $cell, $inset, $picture): void {
            $writer->markup('<tr>');
            if ($picture !== null) {
                $writer->cell('td', Align::Start, $cell, fn () => $writer->picture($picture, new Inline([]), 48), ' width="60"');
            }
            foreach ($this->columns as $index => $column) {
                $writer->cell('td', $column['align'], $cell + $inset($index), fn () => $writer->inline($column['value']));
            }
            $writer->markup('</tr>');
        }, $empty === null ? null : function () use ($writer, $cell, $empty): void {
            $writer->markup('<tr>');
            $writer->cell('td', Align::Start, $cell, fn () => $writer->inline($empty), ' colspan="'.(count($this->columns) + ($this->picture === null ? 0 : 1)).'"');
            $writer->markup('</tr>');
        });
        $writer->markup('</table>');
    }

    public function text(TextWriter $writer): void
    {
        $aligns = array_column($this->columns, 'align');
        if ($this->hasLabels()) {
            $writer->tableRow(array_map(static fn (array $column): Inline => $column['label'] ?? new Inline([]), $this->columns), $aligns);
        }
        $empty = $this->empty;
        $writer->each(
            $this->list,
            $this->item,
            fn () => $writer->tableRow(array_column($this->columns, 'value'), $aligns),
            $empty === null ? null : fn () => $writer->paragraph($empty),
        );
        $writer->endTable();
    }

    private function hasLabels(): bool
    {
        return array_filter(array_column($this->columns, 'label')) !== [];
    }
}
