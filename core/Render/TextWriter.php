<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Row;
use Herald\Manuscript\Variable;

/** Writes the plain-text part, with marks for {@see TextLayout}, which sets it once it is filled. Also writes the lines of the envelope. */
final class TextWriter extends Writer
{
    /**
     * @param  list<Block>  $blocks
     */
    public function stack(array $blocks): void
    {
        foreach ($blocks as $block) {
            $this->when($block->common()->when, fn () => $block->text($this));
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

    /** Words with the address they lead to on the line beneath. */
    public function linked(Inline $words, Link $link): void
    {
        $this->inline($words, false);
        $this->twig->literal(":\n");
        $this->twig->print($this->address($link));
        $this->twig->literal("\n\n");
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
            $this->inline($cell, false);
        }
        $this->twig->literal("\n");
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
     * @param  bool  $lines  whether line breaks are kept; otherwise they become spaces
     */
    public function inline(Inline $inline, bool $lines = true): void
    {
        foreach ($inline->runs as $index => $run) {
            if ($run->content instanceof Variable) {
                $this->twig->print($this->ledger->words($run->content).($lines ? '' : '|line'));
            } else {
                $this->twig->literal($run->content === null ? ($lines ? "\n" : ' ') : ($lines ? Clean::text($run->content) : Clean::line($run->content)));
            }
            if ($run->link !== null && ($inline->runs[$index + 1]->link ?? null) != $run->link) {
                $this->twig->literal(' (');
                $this->twig->print($this->address($run->link));
                $this->twig->literal(')');
            }
        }
    }
}
