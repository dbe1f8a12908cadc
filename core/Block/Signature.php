<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** How a letter ends: the closing words, a picture of the handwriting, the name, what they do. */
final readonly class Signature implements Written
{
    private function __construct(private Common $common, private Inline $closing, private ?Link $picture, private int $width, private Inline $name, private ?Inline $role)
    {
    }

    public static function type(): string
    {
        return 'signature';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Signature',
            'x-purpose' => Purpose::Say,
            'properties' => [
                'closing' => ['title' => 'Closing words', 'x-hint' => 'Kind regards,', '$ref' => '#/$defs/inline'],
                'picture' => ['title' => 'Handwriting', 'x-hint' => 'https:// or a picture that is put in', 'x-upload' => true, '$ref' => '#/$defs/link'],
                'width' => ['title' => 'Width', 'x-unit' => 'px', 'description' => 'of the handwriting', 'type' => 'integer', 'minimum' => 40, 'maximum' => 400],
                'name' => ['title' => 'Name', 'x-hint' => 'Name', '$ref' => '#/$defs/inline'],
                'role' => ['title' => 'What they do', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['closing', 'name'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['closing' => [['text' => 'Kind regards,']], 'name' => [['variable' => 'source.name']]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->inline('closing'), $reader->optionalLink('picture'), $reader->node->int('width', 160), $reader->inline('name'), $reader->optionalInline('role'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->padded('0 0 8px 0', fn () => $writer->paragraph($this->closing, $writer->styling->bodyFont()));
        if ($this->picture !== null) {
            // The name beneath says the same.
            $writer->picture($this->picture, new Inline([]), min($this->width, $writer->width));
        }
        $writer->paragraph($this->name, ['font-weight' => 'bold'] + $writer->styling->bodyFont());
        if ($this->role !== null) {
            $writer->paragraph($this->role, $writer->styling->smallFont());
        }
    }

    public function text(TextWriter $writer): void
    {
        $writer->lines(array_filter([$this->closing, $this->name, $this->role]));
    }
}
