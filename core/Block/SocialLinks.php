<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** The brand's links to its pages elsewhere, in a line; nothing where it has none. */
final readonly class SocialLinks implements Written
{
    private function __construct(private Common $common)
    {
    }

    public static function type(): string
    {
        return 'social';
    }

    public static function schema(): array
    {
        return ['title' => 'Social links', 'x-purpose' => Purpose::Show, 'properties' => []];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['align' => 'center'];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common());
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        if ($writer->brand->social === []) {
            return;
        }
        $writer->element('p', $writer->styling->bodyFont() + ['margin' => '0'], function () use ($writer): void {
            foreach ($writer->brand->social as $name => $address) {
                $writer->markup($name === array_key_first($writer->brand->social) ? '' : ' &nbsp;&middot;&nbsp; ');
                $writer->markup('<a'.$writer->styling->style(['color' => ColourRole::Link, 'text-decoration' => 'underline'], Element::Link).' href="'.HtmlWriter::escape($address).'">'.HtmlWriter::escape((string) $name).'</a>');
            }
        }, Element::Social);
    }

    public function text(TextWriter $writer): void
    {
        $links = $writer->brand->social ?? [];
        foreach ($links as $name => $address) {
            $writer->line("{$name}: {$address}");
        }
        if ($links !== []) {
            $writer->line('');
        }
    }
}
