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

/** A line across. */
final readonly class Divider implements FromHtml, Written
{
    private function __construct(private Common $common)
    {
    }

    public static function type(): string
    {
        return 'divider';
    }

    public static function schema(): array
    {
        return ['title' => 'Divider', 'x-purpose' => Purpose::Show, 'properties' => []];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return [];
    }

    public static function ofHtml(\DOMElement $element): ?array
    {
        return $element->tagName === 'hr' ? ['type' => self::type()] : null;
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
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td height="1"'
            .$writer->styling->style(['border-top' => ColourRole::Line, 'font-size' => '1px', 'line-height' => '1px'], Element::Divider)
            .'>&nbsp;</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->rule();
    }
}
