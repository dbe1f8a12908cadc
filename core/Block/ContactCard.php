<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** Whom one can turn to: a name, what they do, and how to reach them, with a small picture beside it. */
final readonly class ContactCard implements Written
{
    /** Of the picture, in px. */
    private const WIDTH = 72;

    private function __construct(private Common $common, private ?Link $picture, private Inline $alternative, private Inline $name, private ?Inline $role, private ?Inline $words)
    {
    }

    public static function type(): string
    {
        return 'contact';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Contact card',
            'x-purpose' => Purpose::Say,
            'properties' => [
                'picture' => ['title' => 'Picture', 'x-hint' => 'https:// or a picture from the record', 'x-upload' => true, '$ref' => '#/$defs/link'],
                'alternative' => ['title' => 'Alternative text', 'x-bare' => true, '$ref' => '#/$defs/inline'],
                'name' => ['title' => 'Name', 'x-hint' => 'Name', '$ref' => '#/$defs/inline'],
                'role' => ['title' => 'What they do', '$ref' => '#/$defs/inline'],
                'text' => ['title' => 'How to reach them', 'x-hint' => 'Telephone, e-mail: with links', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['name'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['name' => [['variable' => 'source.name']], 'text' => [['variable' => 'source.email']]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->optionalLink('picture'), $reader->optionalInline('alternative') ?? new Inline([]), $reader->inline('name'), $reader->optionalInline('role'), $reader->optionalInline('text'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->markup('<table role="presentation"'.$writer->standing($this->common->align).' cellspacing="0" cellpadding="0" border="0"><tr>');
        if ($this->picture !== null) {
            $writer->markup('<td width="'.self::WIDTH.'" valign="top"'.$writer->styling->style(['padding-'.Align::End->side($writer->rightToLeft) => '16px']).'>');
            $writer->picture($this->picture, $this->alternative, self::WIDTH);
            $writer->markup('</td>');
        }
        $writer->markup('<td valign="top">');
        $writer->paragraph($this->name, ['font-weight' => 'bold'] + $writer->styling->bodyFont());
        if ($this->role !== null) {
            $writer->paragraph($this->role, $writer->styling->smallFont());
        }
        if ($this->words !== null) {
            $writer->paragraph($this->words, $writer->styling->bodyFont());
        }
        $writer->markup('</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->lines(array_filter([$this->name, $this->role, $this->words]));
    }
}
