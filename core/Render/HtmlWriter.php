<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Condition\Condition;
use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\Box;
use Herald\Manuscript\Device;
use Herald\Manuscript\Group;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Run;
use Herald\Manuscript\Selection;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;

/** Lays out the HTML of a message, in tables, every element carrying its own style. */
final class HtmlWriter extends HtmlWords
{
    /** Opens the table that engines of word processors have around things that stand side by side. */
    private const ABREAST = '<!--[if mso]><table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><![endif]-->';

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
        return $this->marked ? ' data-block="'.Passages::outer($id).'"' : '';
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
                $styling = $this->styling->looking($common->look, Passages::outer($common->id));
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

    /** Room around something: it is the padding of a cell, as engines of word processors know no other. */
    public function padded(string $padding, \Closure $inside): void
    {
        $this->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td'.$this->styling->style(['padding' => $padding]).'>');
        $inside();
        $this->markup('</td></tr></table>');
    }

    /**
     * Words as a paragraph, without room around it.
     *
     * @param  array<string, string|ColourRole|Token>  $style
     */
    public function paragraph(Inline $words, array $style, Element $part = Element::Text): void
    {
        $this->element('p', $style + ['margin' => '0'], fn () => $this->inline($words), $part);
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

    /**
     * Things on a ground of their own. A picture on it is an attribute and nothing rests on it: where it is not loaded, or not known, the colour is seen.
     *
     * @param  \Closure(self): void  $write  what stands on it
     * @param  int  $height  in px, at least; 0 for as high as what stands on it
     */
    public function box(Box $box, Element $part, \Closure $write, int $height = 0): void
    {
        $room = 2 * $this->brand->step;
        [$above, $below, $start, $end] = [$box->above ?? $room, $box->below ?? ($box->picture === null && $height === 0 ? 0 : $room), $box->start ?? $room, $box->end ?? $room];
        [$right, $left] = $this->rightToLeft ? [$start, $end] : [$end, $start];
        // A picture is the same in the dark, and so are words straight on it and the colour behind it.
        $here = $box->picture === null || $box->plate ? $this->styling : $this->styling->steady();
        $styling = $here->inside($part)->inked(null);
        $this->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td');
        if ($box->picture !== null) {
            $this->behind($box->picture);
        }
        $this->markup(($height === 0 ? '' : ' height="'.$height.'" valign="middle"').$here->ground($box->ground, [
            'padding' => implode(' ', array_map(static fn (int $side): string => $side === 0 ? '0' : $side.'px', [$above, $right, $below, $left])),
            ...($box->picture === null ? [] : ['background-position' => 'center', 'background-size' => 'cover']),
            ...($box->border === 0 ? [] : ['border' => ColourRole::Line, 'border-width' => $box->border.'px']),
            ...($box->rounded === 0 ? [] : ['border-radius' => $box->rounded.'px']),
        ], $part).'>');
        $inside = $this->within($this->width - $start - $end - 2 * $box->border);
        if ($box->picture !== null && $box->plate) {
            $this->markup('<table role="presentation" align="center" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td'.$this->styling->ground($box->ground, ['padding' => "{$room}px {$room}px 0 {$room}px"]).'>');
            $write($inside->within($inside->width - 2 * $room)->styled($styling));
            $this->markup('</td></tr></table>');
        } else {
            $write($inside->styled($styling));
        }
        $this->markup('</td></tr></table>');
    }

    /** The picture of a ground, as the attribute of its cell. */
    private function behind(Link $picture): void
    {
        $fixed = self::fixedAddress($picture);
        if ($fixed !== null) {
            $this->markup($fixed === '' ? '' : ' background="'.self::escape($fixed).'"');

            return;
        }
        $this->twig->tag('set _from = '.$this->address($picture));
        $this->twig->tag('if _from');
        $this->markup(' background="');
        $this->twig->print('_from|attribute');
        $this->markup('"');
        $this->twig->tag('endif');
    }

    /**
     * Things side by side, of the same width, which stand below each other where there is no room. Boxes in a line that breaks when it is too long need no style
     * sheet for that; engines of word processors, which do not know such boxes, get a table in conditional comments.
     *
     * @param  list<array{Condition|null, \Closure(self): void}>  $cells  each with what it is shown under
     */
    public function abreast(array $cells): void
    {
        $width = intdiv($this->width, count($cells));
        $gap = 2 * $this->brand->step;
        $this->markup(self::ABREAST);
        foreach ($cells as $index => [$when, $write]) {
            $this->when($when, fn () => $this->oneAbreast($width, $index === count($cells) - 1 ? 0 : $gap, $write));
        }
        $this->markup('<!--[if mso]></tr></table><![endif]-->');
    }

    /**
     * The same for as many things as are gone through, in lines of so many.
     *
     * @param  \Closure(self): void  $write
     * @param  \Closure|null  $empty  writes what stands there when there is none
     */
    public function grid(Selection $items, int $abreast, \Closure $write, ?\Closure $empty): void
    {
        $this->markup(self::ABREAST);
        $this->each($items, function () use ($abreast, $write): void {
            $this->twig->tag("if loop.index0 > 0 and loop.index0 % {$abreast} == 0");
            $this->markup('<!--[if mso]></tr><tr><![endif]-->');
            $this->twig->tag('endif');
            $this->oneAbreast(intdiv($this->width, $abreast), $abreast === 1 ? 0 : 2 * $this->brand->step, $write);
        }, $empty === null ? null : fn () => $this->oneAbreast($this->width, 0, static function () use ($empty): void {
            $empty();
        }));
        $this->markup('<!--[if mso]></tr></table><![endif]-->');
    }

    /**
     * @param  int  $width  in px
     * @param  int  $room  of it that is left free at the end, in px
     * @param  \Closure(self): void  $write
     */
    private function oneAbreast(int $width, int $room, \Closure $write): void
    {
        $this->markup('<!--[if mso]><td width="'.$width.'" valign="top"><![endif]--><div'.$this->styling->style(['display' => 'inline-block', 'width' => '100%', 'max-width' => $width.'px', 'vertical-align' => 'top'])
            .'><table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td'.$this->styling->style(['padding-'.Align::End->side($this->rightToLeft) => $room === 0 ? '0' : $room.'px']).'>');
        $write($this->within($width - $room));
        $this->markup('</td></tr></table></div><!--[if mso]></td><![endif]-->');
    }

    /**
     * What was handed in for a slot, as rows of the table that is open.
     *
     * @param  array<string, string>  $looks  see {@see HandedIn}
     */
    public function handedIn(string $slot, array $looks): void
    {
        $this->handedInAs('html', $slot, $looks);
    }

    /** The attribute by which a table that is narrower than its place stands there as the block is aligned, with a space in front: the style of the cell around it speaks of words alone. */
    public function standing(Align $align): string
    {
        return $align === Align::Start ? '' : ' align="'.$align->side($this->rightToLeft).'"';
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
