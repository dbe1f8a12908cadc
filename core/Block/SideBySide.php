<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Condition\Operator\IsFilled;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Manuscript\Row;
use Herald\Record\Field;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\Element;

/** Labels with what they stand for beneath them, side by side: below each other where there is no room. */
abstract readonly class SideBySide implements Written
{
    /**
     * @param  list<Row>  $rows
     */
    final private function __construct(private Common $common, private array $rows)
    {
    }

    abstract protected static function title(): string;

    public static function schema(): array
    {
        return [
            'title' => static::title(),
            'x-purpose' => Purpose::Record,
            'properties' => ['rows' => ['title' => static::title(), 'type' => 'array', 'minItems' => 1, 'maxItems' => 4, 'items' => Row::SCHEMA]],
            'required' => ['rows'],
        ];
    }

    /**
     * @param  array<string, Field>  $fields  by path
     * @return array<string, mixed> the members of a new block
     */
    protected static function ofFields(array $fields, string $format = ''): array
    {
        return ['rows' => array_map(static fn (string $path, Field $field): array => [
            ...Row::fresh($field->label->in('en'), [['variable' => $path, ...($format === '' ? [] : ['format' => $format])]]),
            ...($field->required ? [] : ['when' => ['path' => $path, 'operator' => IsFilled::NAME]]),
        ], array_keys($fields), $fields)];
    }

    public static function read(BlockReader $reader): static
    {
        return new static($reader->common(), Row::readEach($reader));
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
        $writer->abreast(array_map(static fn (Row $row): array => [$row->when, static function (HtmlWriter $inside) use ($row): void {
            $styling = $inside->styling;
            $inside->padded('0 0 8px 0', static function () use ($inside, $row, $styling): void {
                if (! $row->label->isEmpty()) {
                    $inside->paragraph($row->label, $styling->smallFont() + ['font-weight' => 'bold'], Element::FactLabel);
                }
                $inside->paragraph($row->value, $styling->bodyFont() + ($row->strong ? ['font-weight' => 'bold'] : []), Element::FactValue);
            });
        }], $this->rows));
    }

    public function text(TextWriter $writer): void
    {
        foreach ($this->rows as $row) {
            $writer->when($row->when, fn () => $writer->titled($row->label, $row->value));
        }
    }
}
