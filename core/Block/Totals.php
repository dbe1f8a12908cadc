<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Condition\Operator\IsFilled;
use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Manuscript\Row;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Value\Type;

/** What a sum is made of, the amounts beneath each other at the end of the line. */
final readonly class Totals implements Written
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
        return [
            'title' => 'Totals',
            'x-purpose' => Purpose::Record,
            'properties' => ['rows' => ['title' => 'Rows', 'type' => 'array', 'minItems' => 1, 'items' => Row::SCHEMA]],
            'required' => ['rows'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $amounts = array_filter($vocabulary->ofRecord(), static fn (Field $field): bool => $field->type instanceof Type\Money);

        return ['rows' => array_map(static fn (string $path, Field $field): array => [
            ...Row::fresh($field->label->in('en'), [['variable' => $path]]),
            ...($field->required ? ['strong' => true] : ['when' => ['path' => $path, 'operator' => IsFilled::NAME]]),
        ], array_keys($amounts), $amounts) ?: [Row::fresh('', [])]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(3), Row::readEach($reader));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        if ($this->rows === []) {
            return;
        }
        $writer->openTable();
        foreach ($this->rows as $row) {
            $writer->when($row->when, function () use ($writer, $row): void {
                $style = ['padding' => $row->strong ? '9px 0' : '4px 0'] + $writer->styling->bodyFont() + ($row->strong ? ['font-weight' => 'bold', 'border-top' => ColourRole::Line] : ['font-weight' => 'normal']);
                $writer->markup('<tr>');
                if ($row->label->isEmpty()) {
                    $writer->cell('td', Align::End, $style + HtmlWriter::inOnePiece($row->value), fn () => $writer->inline($row->value), Element::TotalValue, ' colspan="2"');
                    $writer->markup('</tr>');

                    return;
                }
                $writer->cell('th', Align::Start, $style, fn () => $writer->inline($row->label), Element::TotalLabel, ' scope="row"');
                $writer->cell('td', Align::End, $style + HtmlWriter::inOnePiece($row->value), fn () => $writer->inline($row->value), Element::TotalValue);
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
