<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Brand\ColourRole;
use Herald\Brand\Element;
use Herald\Brand\Look;
use Herald\Brand\Token;
use Herald\Manuscript\Align;
use Herald\Manuscript\Block;
use Herald\Manuscript\Device;
use Herald\Manuscript\Group;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Run;
use Herald\Manuscript\Variable;
use Herald\Value\Clean;

/** Writes the HTML of a message, laid out in tables, every element carrying its own style. */
final class HtmlWriter extends Writer
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

    /**
     * How things look here.
     *
     * @readonly
     *
     * @phpstan-allow-private-mutation
     */
    public Styling $styling;

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
        parent::__construct($twig, $ledger);
        [$this->width, $this->styling] = [$width, $styling];
    }

    /** A writer into the same message, for a place that is so many pixels wide. */
    public function within(int $width): self
    {
        $copy = clone $this;
        $copy->width = $width;

        return $copy;
    }

    /** The same for a place that looks otherwise. */
    public function styled(Styling $styling): self
    {
        $copy = clone $this;
        $copy->styling = $styling;

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
            $common = $block->common();
            $this->when($common->when, function () use ($block, $common): void {
                $styling = $this->styling->looking($common->look, $common->id);
                if ($block instanceof Group) {
                    $block->html($this->styled($styling));

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
                $block->html($writer);
                $this->markup('</td></tr>');
            });
        }
    }

    /** Markup of our own making. */
    public function markup(string $markup): void
    {
        $this->twig->literal($markup);
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
     */
    public function cell(string $name, Align $align, array $style, \Closure $inside, Element $part, string $attributes = ''): void
    {
        $side = $align->side($this->rightToLeft);
        $this->markup("<{$name} align=\"{$side}\"{$attributes}".$this->styling->style($style + ['text-align' => $side], $part).'>');
        $inside();
        $this->markup("</{$name}>");
    }

    public function inline(Inline $inline): void
    {
        $open = null;
        $pending = [];
        foreach ($inline->runs as $run) {
            if ($run->link != $open) {
                $this->runs($pending, $open);
                [$open, $pending] = [$run->link, []];
            }
            $pending[] = $run;
        }
        $this->runs($pending, $open);
    }

    /** The words alone, on one line: inside an attribute in double quotes, or where no markup may stand. */
    public function attribute(Inline $words): void
    {
        foreach ($words->runs as $run) {
            if ($run->content instanceof Variable) {
                $this->twig->print($this->ledger->words($run->content, Escape::Attribute));
            } else {
                $this->markup(self::escape(Clean::line($run->content ?? ' ')));
            }
        }
    }

    /**
     * A link round something, which stands there without it where the address turns out not to be safe to follow.
     *
     * @param  array<string, string|ColourRole|Token>  $style
     * @param  bool  $always  whether the element stays, without its address, so that its look does
     */
    public function link(Link $link, array $style, \Closure $inside, bool $always = false, ?Element $part = null): void
    {
        $open = '<a'.$this->styling->style($style, $part);
        $fixed = self::fixedAddress($link);
        if ($fixed !== null) {
            $linked = $always || $fixed !== '';
            $this->markup($linked ? $open.($fixed === '' ? '' : ' href="'.self::escape($fixed).'"').'>' : '');
            $inside();
            $this->markup($linked ? '</a>' : '');

            return;
        }
        $this->twig->tag('set _to = '.$this->address($link));
        if ($always) {
            $this->markup($open);
            $this->twig->tag('if _to');
            $this->href();
            $this->twig->tag('endif');
            $this->markup('>');
            $inside();
            $this->markup('</a>');

            return;
        }
        $this->twig->tag('if _to');
        $this->markup($open);
        $this->href();
        $this->markup('>');
        $this->twig->tag('endif');
        $inside();
        $this->twig->tag('if _to');
        $this->markup('</a>');
        $this->twig->tag('endif');
    }

    /**
     * @param  int  $width  shown at, in px
     */
    public function picture(Link $source, Inline $alternative, int $width): void
    {
        $fixed = self::fixedAddress($source);
        if ($fixed === '') {
            return;
        }
        if ($fixed === null) {
            $this->twig->tag('set _from = '.$this->address($source));
            $this->twig->tag('if _from');
        }
        $this->markup('<img src="');
        $fixed === null ? $this->twig->print('_from|attribute') : $this->markup(self::escape($fixed));
        $this->markup('" width="'.$width.'" alt="');
        $this->attribute($alternative);
        $this->markup('"'.$this->styling->style([
            'display' => 'block', 'width' => '100%', 'max-width' => $width.'px', 'height' => 'auto', 'border' => '0', 'border-radius' => Token::Corner,
        ] + $this->styling->smallFont(), Element::Picture).'>');
        if ($fixed === null) {
            $this->twig->tag('endif');
        }
    }

    /** Author text, for elements and for attributes in double quotes. */
    public static function escape(string $text): string
    {
        return htmlspecialchars(Clean::text($text), ENT_QUOTES | ENT_SUBSTITUTE, 'UTF-8');
    }

    private function href(): void
    {
        $this->markup(' href="');
        $this->twig->print('_to|attribute');
        $this->markup('"');
    }

    /**
     * @param  list<Run>  $runs
     */
    private function runs(array $runs, ?Link $link): void
    {
        if ($runs === []) {
            return;
        }
        $write = function () use ($runs): void {
            foreach ($runs as $run) {
                $this->run($run);
            }
        };
        if ($link === null) {
            $write();

            return;
        }
        $this->link($link, ['color' => ColourRole::Link, 'text-decoration' => 'underline'], $write, part: Element::Link);
    }

    private function run(Run $run): void
    {
        $style = [
            ...($run->underline ? ['text-decoration' => 'underline'] : []),
            ...($run->colour === null ? [] : ['color' => $run->colour]),
        ];
        $tags = [
            ...($run->bold ? ['<strong>' => '</strong>'] : []),
            ...($run->italic ? ['<em>' => '</em>'] : []),
            ...($style === [] ? [] : ['<span'.$this->styling->style($style).'>' => '</span>']),
        ];
        $this->markup(implode('', array_keys($tags)));
        if ($run->content instanceof Variable) {
            $this->twig->print($this->ledger->words($run->content, Escape::Html));
        } else {
            $this->markup($run->content === null ? '<br>' : nl2br(self::escape($run->content), false));
        }
        $this->markup(implode('', array_reverse($tags)));
    }
}
