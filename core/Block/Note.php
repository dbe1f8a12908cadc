<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Condition\Operator\IsFilled;
use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Value\Type;

/** What the customer wrote, as a quotation. */
final readonly class Note implements Written
{
    private function __construct(private Common $common, private ?Inline $title, private Inline $words)
    {
    }

    public static function type(): string
    {
        return 'note';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Customer’s note',
            'x-purpose' => Purpose::Record,
            'properties' => [
                'label' => ['title' => 'Title', '$ref' => '#/$defs/inline'],
                'text' => ['title' => 'Words', 'x-hint' => 'What the customer wrote: {{ puts in a variable', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['text'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): ?array
    {
        foreach ($vocabulary->ofRecord() as $path => $field) {
            if ($field->type instanceof Type\Text && Preg::isMatch('/(^|_)(note|notes|remark|comment|message|wishes)$/', $field->key)) {
                return ['label' => [['text' => $field->label->in('en')]], 'text' => [['variable' => $path]], 'when' => ['path' => $path, 'operator' => IsFilled::NAME]];
            }
        }

        return null;
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->optionalInline('label'), $reader->inline('text'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $side = Align::Start->side($writer->rightToLeft);
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td'.$writer->styling->style(["border-{$side}" => ColourRole::Line, "border-{$side}-width" => '4px', "padding-{$side}" => '16px'], Element::Note).'>');
        if ($this->title !== null) {
            $writer->paragraph($this->title, ['font-weight' => 'bold'] + $writer->styling->smallFont(), Element::FactLabel);
        }
        $writer->paragraph($this->words, $writer->styling->bodyFont());
        $writer->markup('</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->titled($this->title, $this->words);
    }
}
