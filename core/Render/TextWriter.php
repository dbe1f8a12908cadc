<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;
use Herald\Brand\Brand;
use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\Device;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\OwnHtml\Branches;
use Herald\Manuscript\OwnHtml\Element;
use Herald\Manuscript\OwnHtml\Said;
use Herald\Manuscript\OwnHtml\Turns;
use Herald\Manuscript\OwnHtml\Words;
use Herald\Manuscript\Point;
use Herald\Manuscript\Row;
use Herald\Manuscript\Variable;
use Herald\Value\Clean;

/** Writes the plain-text part, with marks for {@see TextLayout}, which sets it once it is filled. Also writes the lines of the envelope. */
final class TextWriter extends Writer
{
    /**
     * @param  Brand|null  $brand  null where blocks are not written, only lines
     */
    public function __construct(TwigWriter $twig, Ledger $ledger, public readonly ?Brand $brand = null)
    {
        parent::__construct($twig, $ledger);
    }

    /**
     * @param  list<Block>  $blocks
     */
    public function stack(array $blocks): void
    {
        foreach ($blocks as $block) {
            $common = $block->common();
            // What phones show instead of something else would be said twice.
            if ($common->shownOn !== Device::Phone) {
                $this->shown($block, fn () => $common->plain === null ? self::written($block)->text($this) : $this->paragraph($common->plain));
            }
        }
    }

    public function heading(Inline $words): void
    {
        $this->twig->literal(TextLayout::HEADING);
        $this->inline($words);
        $this->twig->literal("\n\n");
    }

    public function paragraph(Inline $words): void
    {
        $this->inline($words);
        $this->twig->literal("\n\n");
    }

    /** Words beneath what they are called, where they are called anything. */
    public function titled(?Inline $title, Inline $words): void
    {
        if ($title !== null && ! $title->isEmpty()) {
            $this->inline($title, ' ');
            $this->twig->literal(":\n");
        }
        $this->paragraph($words);
    }

    /**
     * Lines of one paragraph.
     *
     * @param  array<Inline>  $lines
     */
    public function lines(array $lines): void
    {
        foreach ($lines as $words) {
            $this->inline($words);
            $this->twig->literal("\n");
        }
        $this->twig->literal("\n");
    }

    /** Words with the address they lead to on the line beneath. */
    public function linked(Inline $words, Link $link): void
    {
        $this->inline($words, ' ');
        $this->twig->literal(":\n");
        $this->destination($link);
        $this->twig->literal("\n\n");
    }

    /** Words of a brand, on a line of their own. */
    public function line(string $words): void
    {
        $this->twig->literal(Clean::line($words)."\n");
    }

    public function rule(): void
    {
        $this->twig->literal(TextLayout::RULE."\n\n");
    }

    /**
     * One line of a table.
     *
     * @param  list<Inline>  $cells
     * @param  list<Align>  $aligns
     */
    public function tableRow(array $cells, array $aligns): void
    {
        $this->twig->literal(TextLayout::ROW);
        foreach ($cells as $index => $cell) {
            $this->twig->literal(($index === 0 ? '' : TextLayout::CELL).($aligns[$index] === Align::End ? TextLayout::END : ''));
            $this->inline($cell, TextLayout::BREAK);
        }
        $this->twig->literal("\n");
    }

    /**
     * What was handed in for a slot.
     *
     * @param  array<string, string>  $looks  see {@see HandedIn}
     */
    public function handedIn(string $slot, array $looks): void
    {
        $this->handedInAs('text', $slot, $looks);
    }

    public function endTable(): void
    {
        $this->twig->literal("\n");
    }

    /**
     * @param  list<Row>  $rows
     * @param  list<Align>  $aligns
     */
    public function rows(array $rows, array $aligns): void
    {
        foreach ($rows as $row) {
            $this->when($row->when, fn () => $this->tableRow([$row->label, $row->value], $aligns));
        }
        $this->endTable();
    }

    /**
     * @param  list<Point>  $points
     */
    public function points(array $points, bool $numbered): void
    {
        if ($numbered) {
            $this->twig->tag('set _number = 0');
        }
        foreach ($points as $point) {
            $this->when($point->when, function () use ($point, $numbered): void {
                if ($numbered) {
                    // Those that are not shown are not counted.
                    $this->twig->tag('set _number = _number + 1');
                }
                $this->twig->literal(TextLayout::ROW);
                $numbered ? $this->twig->print("_number ~ '.'") : $this->twig->literal('-');
                $this->twig->literal(TextLayout::CELL);
                $this->inline($point->words, TextLayout::BREAK);
                $this->twig->literal("\n");
            });
        }
        $this->endTable();
    }

    /** Addresses with commas between them, of which each variable is one. */
    public function addresses(Inline $addresses): void
    {
        foreach ($addresses->runs as $run) {
            $run->content instanceof Variable
                ? $this->twig->print($this->ledger->words($run->content, Escape::Mailbox))
                : $this->twig->literal(Clean::line($run->content ?? ' '));
        }
    }

    /**
     * The words of HTML that somebody wrote by hand: what begins on a line of its own there does so here.
     *
     * @param  list<Words|Said|Element|Branches|Turns>  $nodes
     */
    public function own(array $nodes): void
    {
        $this->ownNodes($nodes, true);
        $this->twig->literal("\n\n");
    }

    /**
     * @param  list<Words|Said|Element|Branches|Turns>  $nodes
     * @param  bool  $begins  whether a line begins here
     * @return bool whether one begins after it
     */
    private function ownNodes(array $nodes, bool $begins): bool
    {
        foreach ($nodes as $node) {
            if ($node instanceof Words) {
                $words = Preg::replace('/\s+/u', ' ', Clean::text($node->text));
                $words = $begins ? ltrim($words) : $words;
                $this->twig->literal($words);
                $begins = $begins && $words === '';
            } elseif ($node instanceof Said) {
                $this->twig->print($this->ledger->words($node->variable, Escape::Text));
                $begins = false;
            } elseif ($node instanceof Branches) {
                $this->firstOf($node->branches, fn () => $this->ownNodes($node->otherwise, $begins), function (array $within) use ($begins): void {
                    $this->ownNodes($within, $begins);
                });
            } elseif ($node instanceof Turns) {
                $this->each($node->items, fn () => $this->ownNodes($node->children, $begins), $node->empty === [] ? null : fn () => $this->ownNodes($node->empty, $begins));
            } else {
                $begins = $this->ownElement($node, $begins);
            }
        }

        return $begins;
    }

    private function ownElement(Element $element, bool $begins): bool
    {
        [$before, $after] = match ($element->name) {
            'h1', 'h2', 'h3' => ["\n\n".TextLayout::HEADING, "\n\n"],
            'h4', 'h5', 'h6', 'p', 'div', 'table', 'ul', 'ol', 'dl', 'blockquote', 'pre', 'center', 'caption' => ["\n\n", "\n\n"],
            'li' => ["\n- ", "\n"],
            'tr', 'dt', 'dd' => ["\n", "\n"],
            'td', 'th' => ['', ' '],
            'br' => ["\n", ''],
            'hr' => ["\n\n".TextLayout::RULE."\n\n", ''],
            default => ['', ''],
        };
        $this->twig->literal($before);
        $begins = $begins || $before !== '';
        if ($element->name === 'img') {
            foreach ($element->attributes['alt'] ?? [] as $piece) {
                is_string($piece) ? $this->twig->literal(Clean::line($piece)) : $this->twig->print($this->ledger->words($piece, Escape::Line));
                $begins = false;
            }
        }
        $begins = $this->ownNodes($element->children, $begins);
        if ($element->name === 'a' && isset($element->attributes['href']) && ! $this->saysItself($element)) {
            $this->twig->literal(' (');
            $this->destination(new Link($element->attributes['href']));
            $this->twig->literal(')');
        }
        $this->twig->literal($after);

        return $after !== '' || $element->name === 'br' || $begins;
    }

    /** Whether the words of a link are where it leads. */
    private function saysItself(Element $link): bool
    {
        $only = count($link->children) === 1 ? $link->children[0] : null;

        return $link->attributes['href'] == [$only instanceof Words ? $only->text : ($only instanceof Said ? $only->variable : null)];
    }

    private function destination(Link $link): void
    {
        $fixed = self::fixedAddress($link);
        $fixed === null ? $this->twig->print($this->address($link)) : $this->twig->literal($fixed);
    }

    /**
     * @param  "\n"|' '|TextLayout::BREAK  $break  what stands for a line break here
     */
    public function inline(Inline $inline, string $break = "\n"): void
    {
        $place = match ($break) {
            "\n" => Escape::Text,
            TextLayout::BREAK => Escape::Cell,
            default => Escape::Line,
        };
        foreach ($inline->runs as $index => $run) {
            if ($run->content instanceof Variable) {
                $this->twig->print($this->ledger->words($run->content, $place));
            } else {
                $this->twig->literal(str_replace("\n", $break, Clean::text($run->content ?? "\n")));
            }
            // An address that leads to itself is said once.
            $itself = $run->content instanceof Variable && $run->link?->pieces == [$run->content];
            if ($run->link !== null && ! $itself && ($inline->runs[$index + 1]->link ?? null) != $run->link) {
                $this->twig->literal(' (');
                $this->destination($run->link);
                $this->twig->literal(')');
            }
        }
    }
}
