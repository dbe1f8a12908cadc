<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Condition\Condition;
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
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** Links in a line, which goes on below where there is no room. */
final readonly class Menu implements Written
{
    /**
     * @param  list<array{label: Inline, link: Link, when: Condition|null}>  $links
     */
    private function __construct(private Common $common, private array $links)
    {
    }

    public static function type(): string
    {
        return 'menu';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Menu of links',
            'x-purpose' => Purpose::Ask,
            'properties' => ['links' => ['title' => 'Links', 'type' => 'array', 'minItems' => 1, 'maxItems' => 12, 'items' => [
                'title' => 'Link',
                'type' => 'object',
                'required' => ['id', 'label', 'link'],
                'additionalProperties' => false,
                'properties' => [
                    'id' => ['$ref' => '#/$defs/id'],
                    'label' => ['title' => 'Label', '$ref' => '#/$defs/inline'],
                    'link' => ['title' => 'Leads to', 'x-hint' => 'https:// or a link from the record', '$ref' => '#/$defs/link'],
                    'when' => ['title' => 'Shown', '$ref' => '#/$defs/condition'],
                ],
            ]]],
            'required' => ['links'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['align' => Align::Center->value, 'links' => [['id' => 'a', 'label' => [], 'link' => []], ['id' => 'b', 'label' => [], 'link' => []]]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), array_map(static function (BlockReader $link): array {
            $link->id();

            return ['label' => $link->inline('label'), 'link' => $link->link('link'), 'when' => $link->condition()];
        }, $reader->each('links')));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->element('p', $writer->styling->bodyFont() + ['margin' => '0'], function () use ($writer): void {
            foreach ($this->links as $link) {
                $writer->when($link['when'], function () use ($writer, $link): void {
                    $writer->link($link['link'], ['color' => ColourRole::Link, 'text-decoration' => 'underline'], fn () => $writer->inline($link['label']), part: Element::Link);
                    // Room between them, where the line may break.
                    $writer->markup('&nbsp;&nbsp; &nbsp;');
                });
            }
        }, Element::Menu);
    }

    public function text(TextWriter $writer): void
    {
        foreach ($this->links as $link) {
            $writer->when($link['when'], fn () => $writer->linked($link['label'], $link['link']));
        }
    }
}
