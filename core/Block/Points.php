<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Html\Elements;
use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Point;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\Element;

/** Points one below the other, each behind a mark or its number. */
final readonly class Points implements FromHtml, Written
{
    /** Room for mark or number, in px. */
    private const INDENT = 24;

    /**
     * @param  list<Point>  $points
     */
    private function __construct(private Common $common, private array $points, private bool $numbered)
    {
    }

    public static function type(): string
    {
        return 'points';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Points',
            'x-purpose' => Purpose::Say,
            'properties' => [
                'points' => ['title' => 'Points', 'type' => 'array', 'minItems' => 1, 'items' => Point::SCHEMA],
                'numbered' => ['title' => 'Numbered', 'x-brief' => true, 'description' => 'those that are shown, from 1 on', 'type' => 'boolean'],
            ],
            'required' => ['points'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['points' => [['id' => 'point', 'text' => []]]];
    }

    public static function ofHtml(\DOMElement $element): ?array
    {
        if (! in_array($element->tagName, ['ul', 'ol'], true)) {
            return null;
        }
        $points = [];
        foreach (Elements::within($element) as $within) {
            if (Preg::isMatch('/^(img|table|h[1-6])$/', $within->tagName)) {
                return null;
            }
            if ($within->tagName === 'li') {
                // Points within a point follow it.
                $words = Phrase::of(array_filter(iterator_to_array($within->childNodes, false), static fn (\DOMNode $node): bool => ! $node instanceof \DOMElement || ! in_array($node->tagName, ['ul', 'ol'], true)));
                array_push($points, ...($words === [] ? [] : [['text' => $words]]));
            }
        }

        return $points === [] ? [] : ['points' => $points, ...($element->tagName === 'ol' ? ['numbered' => true] : [])];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), array_map(Point::read(...), $reader->each('points')), $reader->node->bool('numbered'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        // Engines of word processors make room by the margin of a list, and know no padding there.
        $style = $this->common->align === Align::Start
            ? ['margin' => $writer->rightToLeft ? '0 '.self::INDENT.'px 0 0' : '0 0 0 '.self::INDENT.'px', 'padding' => '0']
            : ['margin' => '0', 'padding' => '0', 'list-style-position' => 'inside'];
        $writer->element($this->numbered ? 'ol' : 'ul', $style, function () use ($writer): void {
            foreach ($this->points as $point) {
                $writer->when($point->when, fn () => $writer->element('li', $writer->styling->bodyFont() + ['margin' => '0'], fn () => $writer->inline($point->words), Element::Point));
            }
        });
    }

    public function text(TextWriter $writer): void
    {
        $writer->points($this->points, $this->numbered);
    }
}
