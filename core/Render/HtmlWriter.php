<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\Device;
use Herald\Manuscript\Group;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Run;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;

/** Lays out the HTML of a message, in tables, every element carrying its own style. */
final class HtmlWriter extends HtmlWords
{
    /** A word longer than its line is broken, so that it does not make the message wider than a phone. */
    private const BREAKING = ['word-break' => 'break-word'];

    /**
     * In px, of what is being written into.
     *
     * @readonly
     *
     * @phpstan-allow-private-mutation
     */
    public int $width;

    /** Whether blocks carry their ids here. */
    private bool $marked = false;

    /**
     * @param  int  $width  of what is being written into, in px
     * @param  StyleSheet  $sheet  takes what inline styles cannot say
     */
    public function __construct(
        TwigWriter $twig,
        Ledger $ledger,
        public readonly Brand $brand,
        public readonly bool $rightToLeft,
        int $width,
        Styling $styling,
        private readonly StyleSheet $sheet,
    ) {
        parent::__construct($twig, $ledger, $styling);
        $this->width = $width;
    }

    /** A writer into the same message, for a place that is so many pixels wide. */
    public function within(int $width): self
    {
        $copy = clone $this;
        $copy->width = $width;

        return $copy;
    }

    /** The same for a place whose blocks carry their ids, or do not. */
    public function marked(bool $marked): self
    {
        $copy = clone $this;
        $copy->marked = $marked;

        return $copy;
    }

    /** Class of what is shown in dark surroundings alone; it must be hidden by its own style. */
    public function onlyInDark(): string
    {
        return $this->sheet->inDark('only-dark', 'display:inline-block!important');
    }

    public function onlyInLight(): string
    {
        return $this->sheet->inDark('only-light', 'display:none!important');
    }

    /** Class of what stands otherwise on a phone. */
    public function onPhone(string $class, string $declarations): string
    {
        return $this->sheet->onPhone($class, $declarations);
    }

    /** Something that the source says of itself. */
    public function source(string $name, Escape $place, string $filters = ''): void
    {
        $this->twig->print($this->ledger->text('source.'.$name, $place).$filters);
    }

    /** The attribute by which the stage knows a block, where blocks are marked. */
    public function mark(string $id): string
    {
        return $this->marked ? ' data-block="'.$id.'"' : '';
    }

    /**
     * A row on a ground of its own across the message; across the whole window where the brand is to run so.
     *
     * @param  string  $mark  attributes of its cell, with a space in front
     * @param  \Closure(self): void  $write  what stands on it
     */
    public function band(ColourRole $ground, string $padding, Element $part, string $mark, \Closure $write): void
    {
        $inside = $this->styled($this->styling->inside($part));
        if (! $this->brand->full) {
            $this->markup('<tr><td'.$mark.$this->styling->ground($ground, ['padding' => $padding, ...self::BREAKING], $part).'>');
            $write($inside);
            $this->markup('</td></tr>');

            return;
        }
        $this->markup('<tr><td'.$mark.' align="center"'.$this->styling->ground($ground, [], $part).'>');
        $this->openMiddle();
        $this->markup('<tr><td'.$this->styling->style(['padding' => $padding, ...self::BREAKING]).'>');
        $write($inside);
        $this->markup('</td></tr>');
        $this->closeMiddle();
        $this->markup('</td></tr>');
    }

    /** Opens a table in the middle, as wide as the message at most. Engines of word processors, which know no greatest width, get one around it. */
    public function openMiddle(): void
    {
        $width = $this->brand->width;
        $this->markup('<!--[if mso]><table role="presentation" width="'.$width.'" cellspacing="0" cellpadding="0" border="0"><tr><td><![endif]-->'
            .'<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"'.$this->styling->style(['width' => '100%', 'max-width' => $width.'px', 'margin' => '0 auto']).'>');
    }

    public function closeMiddle(): void
    {
        $this->markup('</table><!--[if mso]></td></tr></table><![endif]-->');
    }

    /**
     * Blocks below each other, in a table of their own.
     *
     * @param  list<Block>  $blocks
     */
    public function stack(array $blocks): void
    {
        $this->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">');
        $this->rows($blocks);
        $this->markup('</table>');
    }

    /**
     * Blocks below each other, as rows of the table that is open.
     *
     * @param  list<Block>  $blocks
     */
    public function rows(array $blocks): void
    {
        foreach ($blocks as $block) {
            // By the id, so that the seams stay where they are whatever is put in or taken out.
            if ($this->marked && crc32($block->common()->id) % 4 === 0) {
                $this->twig->seam();
            }
            $common = $block->common();
            $this->shown($block, function () use ($block, $common): void {
                $styling = $this->styling->looking($common->look, $common->id);
                if ($block instanceof Group) {
                    self::written($block)->html($this->styled($styling));

                    return;
                }
                $writer = $this->styled($common->phoneSize === 100 ? $styling : $styling->onPhone($common->phoneSize));
                $side = $common->align->side($this->rightToLeft);
                $hidden = $common->shownOn === Device::Phone ? ['display' => 'none', 'mso-hide' => 'all'] : [];
                $class = match ($common->shownOn) {
                    Device::Phone => $this->sheet->onPhone('on-phone', 'display:table-cell!important'),
                    Device::Wide => $this->sheet->onPhone('on-wide', 'display:none!important'),
                    null => '',
                };
                $this->markup('<tr><td'.$this->mark($common->id).($class === '' ? '' : ' class="'.$class.'"').' align="'.$side.'"'.$this->styling->style([
                    'padding' => '0 0 '.($common->space * $this->brand->step).'px 0', 'text-align' => $side, ...$hidden,
                ]).'>');
                self::written($block)->html($writer);
                $this->markup('</td></tr>');
            });
        }
    }

    /**
     * @param  array<string, string|ColourRole|Token>  $style
     * @param  Element|null  $part  what a brand's own CSS calls it
     */
    public function element(string $name, array $style, \Closure $inside, ?Element $part = null): void
    {
        $this->markup("<{$name}".$this->styling->style($style, $part).'>');
        $inside();
        $this->markup("</{$name}>");
    }

    /**
     * What keeps a number in one piece: in narrow tables everything else is broken, words too.
     *
     * @return array<string, string>
     */
    public static function inOnePiece(Inline $value): array
    {
        return $value->isNumeric() ? ['white-space' => 'nowrap'] : [];
    }

    /** Opens a table that holds data, not layout. */
    public function openTable(): void
    {
        $this->markup('<table width="100%" cellspacing="0" cellpadding="0" border="0"'.$this->styling->style(['border-collapse' => 'collapse']).'>');
    }

    /**
     * A cell of a data table.
     *
     * @param  'td'|'th'  $name
     * @param  array<string, string|ColourRole|Token>  $style
     * @param  Element  $part  what a brand's own CSS calls it
     * @param  string  $attributes  of our own making, with a space in front
     * @param  string  $class  of our own making
     */
    public function cell(string $name, Align $align, array $style, \Closure $inside, Element $part, string $attributes = '', string $class = ''): void
    {
        $side = $align->side($this->rightToLeft);
        $this->markup("<{$name} align=\"{$side}\"{$attributes}".$this->styling->style($style + ['text-align' => $side], $part, $class).'>');
        $inside();
        $this->markup("</{$name}>");
    }
}
