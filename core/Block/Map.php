<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Condition\Operator\IsFilled;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Value\Type;

/** A picture of where something is, which leads to a map: one that was put in, or one from the map service, whose address is made of the record's coordinates. */
final readonly class Map implements Written
{
    private function __construct(private Common $common, private Link $source, private Inline $alternative, private ?Link $link, private ?Inline $words)
    {
    }

    public static function type(): string
    {
        return 'map';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Map',
            'x-purpose' => Purpose::Show,
            'properties' => [
                'source' => ['title' => 'Picture at', 'x-hint' => 'the map service with coordinates, or https://', 'x-upload' => true, '$ref' => '#/$defs/link'],
                'alternative' => ['title' => 'Where it is, in words', 'x-bare' => true, 'description' => 'for who sees no picture', '$ref' => '#/$defs/inline'],
                'link' => ['title' => 'Leads to', 'x-hint' => 'https:// or a link from the record', '$ref' => '#/$defs/link'],
                'words' => ['title' => 'Words beneath', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['source', 'alternative'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $fields = $vocabulary->ofRecord();
        $find = static fn (string $keys, string $type): ?string => array_key_first(array_filter($fields, static fn (Field $field): bool => $field->type instanceof $type && Preg::isMatch("~{$keys}~", $field->key)));
        $place = $find('^(coordinates|position|geo)$', Type\Text::class);
        $link = $find('(^|_)(map|route|directions)(_link)?$', Type\Url::class);
        $name = $place === null ? null : Preg::replace('/[^.]+$/', 'name', $place);

        return [
            'source' => $place === null ? [] : [['variable' => 'source.maps'], ['text' => '/'], ['variable' => $place], ['text' => '/15.png']],
            'alternative' => $name === null || ! isset($fields[$name]) ? [] : [['variable' => $name]],
            ...($link === null ? [] : ['link' => [['variable' => $link]]]),
            ...($place === null ? [] : ['when' => ['path' => $place, 'operator' => IsFilled::NAME]]),
        ];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->link('source'), $reader->inline('alternative'), $reader->optionalLink('link'), $reader->optionalInline('words'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $this->linked($writer, ['text-decoration' => 'none'], fn () => $writer->picture($this->source, $this->alternative, $writer->width));
        if ($this->words !== null) {
            $writer->padded('6px 0 0 0', fn () => $writer->element('p', $writer->styling->smallFont() + ['margin' => '0'], fn () => $this->linked($writer, ['color' => ColourRole::Link, 'text-decoration' => 'underline'], fn () => $writer->inline($this->words), Element::Link), Element::Text));
        }
    }

    /**
     * @param  array<string, string|ColourRole>  $style
     */
    private function linked(HtmlWriter $writer, array $style, \Closure $inside, ?Element $part = null): void
    {
        if ($this->link === null) {
            $inside();
        } else {
            $writer->link($this->link, $style, $inside, part: $part);
        }
    }

    public function text(TextWriter $writer): void
    {
        if ($this->link === null) {
            $writer->paragraph($this->alternative);
        } else {
            $writer->linked($this->alternative, $this->link);
        }
    }
}
