<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Manuscript\Run;
use Herald\Manuscript\Selection;
use Herald\Manuscript\Variable;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;
use Herald\Value\Type;

/** One line for each item of a list, in columns; a small picture may stand in front. */
final readonly class LineItems implements Written
{
    /** Size of type from which a word may be broken in a title, in px. */
    private const LARGE = 18;

    /**
     * @param  list<array{label: ?Inline, value: Inline, align: Align, summed: bool}>  $columns
     */
    private function __construct(
        private Common $common,
        private Selection $items,
        private array $columns,
        private ?Link $picture,
        private ?Inline $empty,
        private ?Inline $sum,
    ) {
    }

    public static function type(): string
    {
        return 'line_items';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Line items',
            'x-purpose' => Purpose::Record,
            'properties' => [
                'list' => ['title' => 'For each of', '$ref' => '#/$defs/path'],
                'item' => ['title' => 'Name of one', '$ref' => '#/$defs/name'],
                ...Selection::SCHEMA,
                'picture' => ['title' => 'Picture', '$ref' => '#/$defs/link'],
                'columns' => ['title' => 'Columns', 'type' => 'array', 'minItems' => 1, 'maxItems' => 6, 'items' => [
                    'title' => 'Column',
                    'type' => 'object',
                    'required' => ['id', 'value'],
                    'additionalProperties' => false,
                    'properties' => [
                        'id' => ['$ref' => '#/$defs/id'],
                        'label' => ['title' => 'Title', '$ref' => '#/$defs/inline'],
                        'value' => ['title' => 'Value', '$ref' => '#/$defs/inline'],
                        'unlabelled' => ['title' => 'Title hidden', 'type' => 'boolean'],
                        'hidden' => ['title' => 'Hidden', 'description' => 'the whole column, for everybody', 'type' => 'boolean'],
                        'align' => ['title' => 'Align', '$ref' => '#/$defs/align'],
                        'summed' => ['title' => 'Added up', 'description' => 'in a last row, where its value is a number or an amount of the item', 'type' => 'boolean'],
                    ],
                ]],
                'sum' => ['title' => 'Words of the sum', 'description' => 'beside what is added up, in a last row', '$ref' => '#/$defs/inline'],
                'empty' => ['title' => 'When there are none', 'description' => 'said when the list has no items', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['list', 'columns'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): ?array
    {
        $list = $vocabulary->firstList();
        if ($list === null) {
            return null;
        }
        $fields = $list[1]->fields;
        $columns = [];
        foreach ([new Type\Text, new Type\Integer, new Type\Money] as $type) {
            $ofType = array_filter($fields, static fn (Field $field): bool => $type::class === $field->type::class);
            // The name comes after the code, the sum after the single price.
            $field = array_key_exists('name', $ofType) ? $ofType['name'] : end($ofType);
            if ($field !== false) {
                $columns[] = [
                    'id' => $field->key, 'label' => [['text' => $field->label->in('en')]], 'value' => [['variable' => 'item.'.$field->key]],
                    ...($type instanceof Type\Text ? [] : ['align' => Align::End->value]),
                ];
            }
        }

        return ['list' => $list[0], 'columns' => $columns ?: [['id' => 'value', 'value' => []]]];
    }

    public static function read(BlockReader $reader): self
    {
        [$items, $inside] = $reader->eachOf();
        $inItem = new BlockReader($reader->node, $inside, $reader->reading);

        return new self(
            $reader->common(1),
            $items,
            self::columns($reader->each('columns', $inside)),
            $inItem->optionalLink('picture'),
            $reader->optionalInline('empty'),
            $reader->optionalInline('sum'),
        );
    }

    /**
     * @param  list<BlockReader>  $readers
     * @return list<array{label: ?Inline, value: Inline, align: Align, summed: bool}> those that are not hidden
     */
    private static function columns(array $readers): array
    {
        $columns = [];
        foreach ($readers as $reader) {
            $reader->id();
            $label = $reader->optionalInline('label');
            $column = [
                'label' => $reader->node->bool('unlabelled') ? null : $label,
                'value' => $reader->inline('value'),
                'align' => Align::from($reader->node->optionalString('align') ?? 'start'),
                'summed' => $reader->node->bool('summed'),
            ];
            $columns = $reader->node->bool('hidden') ? $columns : [...$columns, $column];
        }

        return $columns;
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $line = ['border-bottom' => ColourRole::Line];
        // Titles are whole words, unless they are so large that the narrowest phone has no room for them.
        $whole = $writer->styling->tokens->figure(Token::Size) > self::LARGE ? [] : ['word-break' => 'normal'];
        $head = ['padding' => '4px 0 6px 0'] + $whole + $line + $writer->styling->smallFont() + ['font-weight' => 'normal'];
        $cell = ['padding' => '9px 0'] + $line + $writer->styling->bodyFont();
        if ($this->columns === []) {
            return;
        }
        $last = count($this->columns) - 1;
        $inset = static fn (int $index): array => $index === $last ? [] : ['padding-'.Align::End->side($writer->rightToLeft) => '12px'];
        $row = $this->folded($writer, 'item', 'display:block!important;clear:both');

        $writer->openTable();
        if ($this->hasLabels()) {
            $writer->markup('<tr'.self::named($this->folded($writer, 'items-head', 'display:none!important')).'>');
            if ($this->picture !== null) {
                $writer->cell('td', Align::Start, $head, fn () => $writer->markup('&nbsp;'), Element::ItemsHead, ' width="60"');
            }
            foreach ($this->columns as $index => $column) {
                $writer->cell('th', $column['align'], $head + $inset($index), fn () => $column['label'] === null ? null : $writer->inline($column['label']), Element::ItemsHead, ' scope="col"');
            }
            $writer->markup('</tr>');
        }
        [$picture, $empty] = [$this->picture, $this->empty];
        $writer->each($this->items, function () use ($writer, $cell, $inset, $picture, $row, $last): void {
            $writer->markup('<tr'.self::named($row).'>');
            $side = Align::Start->side($writer->rightToLeft);
            if ($picture !== null) {
                $class = $this->folded($writer, 'item-picture', "float:{$side};border-bottom:0!important");
                $writer->cell('td', Align::Start, $cell, fn () => $writer->picture($picture, new Inline([]), 48), Element::ItemsCell, ' width="60"', $class);
            }
            foreach ($this->columns as $index => $column) {
                $class = match ($index) {
                    0 => $this->folded($writer, 'item-first', 'display:block!important;border-bottom:0!important;padding-bottom:0!important'),
                    $last => $this->folded($writer, 'item-last', 'display:block!important;padding-top:2px!important;white-space:normal!important'),
                    default => $this->folded($writer, 'item-middle', "float:{$side};border-bottom:0!important;padding-top:2px!important"),
                };
                $writer->cell('td', $column['align'], $cell + $inset($index) + HtmlWriter::inOnePiece($column['value']), function () use ($writer, $column, $index, $last): void {
                    // The name speaks for itself, and so does the amount at the end of the line.
                    $speaks = $index === 0 || ($index === $last && $last > 1 && $column['value']->isNumeric());
                    if (! $speaks && $column['label'] !== null) {
                        $this->label($writer, $column['label']);
                    }
                    $writer->inline($column['value']);
                }, Element::ItemsCell, '', $class);
            }
            $writer->markup('</tr>');
        }, $empty === null ? null : function () use ($writer, $cell, $empty): void {
            $writer->markup('<tr>');
            $writer->cell('td', Align::Start, $cell, fn () => $writer->inline($empty), Element::ItemsCell, ' colspan="'.(count($this->columns) + ($this->picture === null ? 0 : 1)).'"');
            $writer->markup('</tr>');
        });
        $writer->sums($this->items, $this->summed(), function (array $sums) use ($writer, $cell, $inset, $row): void {
            $writer->markup('<tr'.self::named($row).'>');
            foreach ($this->columns as $index => $column) {
                $words = $this->sumOr($sums, $index);
                $class = $index === 0 ? $this->folded($writer, 'item-first', 'display:block!important;border-bottom:0!important;padding-bottom:0!important') : $this->folded($writer, 'item-sum', 'display:inline-block!important;border-bottom:0!important;padding-top:2px!important');
                $span = $index === 0 && $this->picture !== null ? ' colspan="2"' : '';
                $writer->cell('td', $column['align'], ['font-weight' => 'bold', 'border-bottom' => '0'] + $cell + $inset($index) + HtmlWriter::inOnePiece($words), fn () => $writer->inline($words), Element::ItemsCell, $span, $class);
            }
            $writer->markup('</tr>');
        });
        $writer->markup('</table>');
    }

    /**
     * What stands in a column of the last row: its sum, or in the first one the words of the sum.
     *
     * @param  list<Inline|null>  $sums
     */
    private function sumOr(array $sums, int $index): Inline
    {
        return $sums[$index] ?? ($index === 0 ? $this->sum : null) ?? new Inline([]);
    }

    /**
     * What is added up, by column: a value that is one number or amount of the item, and nothing else.
     *
     * @return list<Variable|null>
     */
    private function summed(): array
    {
        return array_map(function (array $column): ?Variable {
            $fields = array_values(array_filter(array_map(static fn (Run $run): ?Variable => $run->content instanceof Variable ? $run->content : null, $column['value']->runs)));

            return $column['summed'] && count($fields) === 1 && $fields[0]->field->type->isNumeric() && count($fields[0]->path->segments) === 2 && $fields[0]->path->root() === $this->items->item ? $fields[0] : null;
        }, $this->columns);
    }

    /**
     * The class of a part of the table, which on a phone becomes two lines an item: the first column, and below it all others with their labels.
     *
     * @return string "" where there is one column alone
     */
    private function folded(HtmlWriter $writer, string $class, string $declarations): string
    {
        return count($this->columns) === 1 ? '' : $writer->onPhone($class, $declarations);
    }

    /** The label in front of a value where there are no columns. */
    private function label(HtmlWriter $writer, Inline $label): void
    {
        $class = $writer->onPhone('item-label', 'display:inline!important');
        $writer->markup('<span'.$writer->styling->style(['display' => 'none', 'mso-hide' => 'all', 'color' => ColourRole::Muted], class: $class).'>');
        $writer->inline($label);
        $writer->markup('&nbsp;</span>');
    }

    private static function named(string $class): string
    {
        return $class === '' ? '' : " class=\"{$class}\"";
    }

    public function text(TextWriter $writer): void
    {
        $aligns = array_column($this->columns, 'align');
        if ($aligns === []) {
            return;
        }
        if ($this->hasLabels()) {
            $writer->tableRow(array_map(static fn (array $column): Inline => $column['label'] ?? new Inline([]), $this->columns), $aligns);
        }
        $empty = $this->empty;
        $writer->each(
            $this->items,
            fn () => $writer->tableRow(array_column($this->columns, 'value'), $aligns),
            $empty === null ? null : fn () => $writer->paragraph($empty),
        );
        $writer->sums($this->items, $this->summed(), fn (array $sums) => $writer->tableRow(array_map(fn (int $index): Inline => $this->sumOr($sums, $index), array_keys($this->columns)), $aligns));
        $writer->endTable();
    }

    private function hasLabels(): bool
    {
        return array_filter(array_column($this->columns, 'label')) !== [];
    }
}
