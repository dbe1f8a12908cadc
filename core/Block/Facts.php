<?php

declare(strict_types=1);

namespace Herald\Block;

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
use Herald\Style\Token;

/** Labels with their values, one below the other. */
final readonly class Facts implements Written
{
    /**
     * @param  list<Row>  $rows
     */
    private function __construct(private Common $common, private array $rows)
    {
    }

    public static function type(): string
    {
        return 'facts';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Facts',
            'x-purpose' => Purpose::Record,
            'properties' => ['rows' => ['title' => 'Rows', 'type' => 'array', 'minItems' => 1, 'items' => Row::SCHEMA]],
            'required' => ['rows'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $fields = array_slice(array_filter($vocabulary->ofRecord(), static fn (Field $field): bool => $field->type->isSingle()), 0, 3);

        return ['rows' => array_map(static fn (string $path, Field $field): array => Row::fresh($field->label->in('en'), [['variable' => $path]]), array_keys($fields), $fields) ?: [Row::fresh('', [])]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), Row::readEach($reader));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $label = ['padding' => '4px 0'] + $writer->styling->font(Token::Font, $writer->styling->tokens->figure(Token::Size), ColourRole::Muted);
        $value = ['padding' => '4px 0'] + $writer->styling->bodyFont();
        if ($this->rows === []) {
            return;
        }
        $writer->openTable();
        foreach ($this->rows as $row) {
            $writer->when($row->when, function () use ($writer, $row, $label, $value): void {
                $bold = $row->strong ? ['font-weight' => 'bold'] : ['font-weight' => 'normal'];
                $writer->markup('<tr>');
                if ($row->label->isEmpty()) {
                    $writer->cell('td', Align::Start, $value + $bold, fn () => $writer->inline($row->value), Element::FactValue, ' colspan="2" valign="top"');
                    $writer->markup('</tr>');

                    return;
                }
                $writer->cell('th', Align::Start, $label + $bold, fn () => $writer->inline($row->label), Element::FactLabel, ' scope="row" width="36%" valign="top"');
                $writer->cell('td', Align::Start, $value + $bold + HtmlWriter::inOnePiece($row->value), fn () => $writer->inline($row->value), Element::FactValue, ' valign="top"');
                $writer->markup('</tr>');
            });
        }
        $writer->markup('</table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->rows($this->rows, [Align::Start, Align::Start]);
    }
}
