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

/** Room, in px, where the steps below a block are not what is wanted. */
final readonly class Space implements Written
{
    private const USUAL = 32;

    private function __construct(private Common $common, private int $height)
    {
    }

    public static function type(): string
    {
        return 'space';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Space',
            'x-purpose' => Purpose::Show,
            'properties' => ['height' => ['title' => 'Height', 'x-brief' => true, 'x-unit' => 'px', 'description' => self::USUAL.' when absent', 'type' => 'integer', 'minimum' => 1, 'maximum' => 240]],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['height' => self::USUAL];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(0), $reader->node->int('height', self::USUAL));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td height="'.$this->height.'"'
            .$writer->styling->style(['font-size' => '1px', 'line-height' => $this->height.'px']).'>&nbsp;</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        // Paragraphs stand apart as they are.
    }
}
