<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\Element;

/** HTML that somebody wrote by hand: {@see OwnHtml}. */
final readonly class Html implements Written
{
    private function __construct(private Common $common, private OwnHtml $html)
    {
    }

    public static function type(): string
    {
        return 'html';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Own HTML',
            'x-purpose' => Purpose::Arrange,
            'properties' => ['html' => ['title' => 'HTML', '$ref' => '#/$defs/html']],
            'required' => ['html'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['html' => "<p>\n  \n</p>\n"];
    }

    public static function read(BlockReader $reader): self
    {
        $common = $reader->common();
        $html = OwnHtml::read($reader->node->string('html'), $reader->vocabulary);
        foreach ($html->faults as $fault) {
            $reader->reading->faults->add($reader->node->below('html'), $fault);
        }

        return new self($common, $html);
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->element('div', $writer->styling->bodyFont(), fn () => $writer->own($this->html->nodes), Element::Text);
    }

    public function text(TextWriter $writer): void
    {
        $writer->own($this->html->nodes);
    }
}
