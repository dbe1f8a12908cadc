<?php

declare(strict_types=1);

namespace Herald\Manuscript\Block;

use Herald\Brand\ColourRole;
use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Row;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;

/** What a sum is made of, the amounts beneath each other at the end of the line. */
final readonly class Totals implements Block
{
    /**
     * @param  list<Row>  $rows
     */
    private function __construct(private Common $common, private array $rows)
    {
    }

    public static function type(): string
    {
        return 'totals';
    }

    public static function schema(): array
    {
        return ['properties' => ['rows' => ['type' => 'array', 'minItems' => 1, 'items' => Row::SCHEMA]], 'required' => ['rows']];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(3), array_map(Row::read(...), $reader->each('rows')));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $line = '1px solid '.$writer->brand->colour(ColourRole::Line);
        $writer->openTable();
        foreach ($this->rows as $row) {
            $writer->when($row->when, function () use ($writer, $row, $line): void {
                $style = ['padding' => $row->strong ? '9px 0' : '4px 0'] + $writer->bodyFont() + ($row->strong ? ['font-weight' => 'bold', 'border-top' => $line] : ['font-weight' => 'normal']);
                $writer->markup('<tr>');
                $writer->cell('th', Align::Start, $style, fn () => $writer->inline($row->label), ' scope="row"');
                $writer->cell('td', Align::End, $style, fn () => $writer->inline($row->value));
                $writer->markup('</tr>');
            });
        }
        $writer->markup('</table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->rows($this->rows, [Align::Start, Align::End]);
    }
}
