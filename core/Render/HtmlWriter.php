<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Brand\ColourRole;
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
    /**
     * @param  int  $width  of what is being written into, in px
     * @param  bool  $marked  whether each block's cell carries the block's id
     * @param  PhoneRules  $phone  takes what differs on a phone
     * @param  int  $phoneSize  of what is being written, in percent
     */
    public function __construct(
        TwigWriter $twig,
        Ledger $ledger,
        public readonly Brand $brand,
        public readonly bool $rightToLeft,
        public readonly int $width,
        private readonly bool $marked = false,
        private readonly PhoneRules $phone = new PhoneRules,
        private int $phoneSize = 100,
    ) {
        parent::__construct($twig, $ledger);
    }

    /** A writer into the same message, for a place that is so many pixels wide. */
    public function within(int $width): self
    {
        return new self($this->twig, $this->ledger, $this->brand, $this->rightToLeft, $width, $this->marked, $this->phone, $this->phoneSize);
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
                if ($block instanceof Group) {
                    $block->html($this);

                    return;
                }
                $side = $common->align->side($this->rightToLeft);
                $hidden = $common->shownOn === Device::Phone ? ['display' => 'none', 'mso-hide' => 'all'] : [];
                $class = match ($common->shownOn) {
                    Device::Phone => $this->phone->named('on-phone', 'display:table-cell!important'),
                    Device::Wide => $this->phone->named('on-wide', 'display:none!important'),
                    null => '',
                };
                $this->markup('<tr><td'.($this->marked ? ' data-block="'.$common->id.'"' : '').($class === '' ? '' : ' class="'.$class.'"').' align="'.$side.'"'.$this->style([
                    'padding' => '0 0 '.($common->space * $this->brand->step).'px 0', 'text-align' => $side, ...$hidden,
                ]).'>');
                $around = $this->phoneSize;
                $this->phoneSize = $common->phoneSize === 100 ? $around : $common->phoneSize;
                $block->html($this);
                $this->phoneSize = $around;
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
     * @param  array<string, string>  $style
     */
    public function element(string $name, array $style, \Closure $inside): void
    {
        $this->markup("<{$name}".$this->style($style).'>');
        $inside();
        $this->markup("</{$name}>");
    }

    /** Opens a table that holds data, not layout. */
    public function openTable(): void
    {
        $this->markup('<table width="100%" cellspacing="0" cellpadding="0" border="0"'.$this->style(['border-collapse' => 'collapse']).'>');
    }

    /**
     * A cell of a data table.
     *
     * @param  'td'|'th'  $name
     * @param  array<string, string>  $style
     * @param  string  $attributes  of our own making, with a space in front
     */
    public function cell(string $name, Align $align, array $style, \Closure $inside, string $attributes = ''): void
    {
        $side = $align->side($this->rightToLeft);
        $this->markup("<{$name} align=\"{$side}\"{$attributes}".$this->style($style + ['text-align' => $side]).'>');
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
     * @param  array<string, string>  $style
     * @param  bool  $always  whether the element stays, without its address, so that its look does
     */
    public function link(Link $link, array $style, \Closure $inside, bool $always = false): void
    {
        $open = '<a'.$this->style($style);
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
        $this->markup('"'.$this->style([
            'display' => 'block', 'width' => '100%', 'max-width' => $width.'px', 'height' => 'auto', 'border' => '0', 'border-radius' => $this->brand->corner.'px',
        ] + $this->smallFont()).'>');
        if ($fixed === null) {
            $this->twig->tag('endif');
        }
    }

    /**
     * @return array<string, string>
     */
    public function bodyFont(): array
    {
        return $this->font($this->brand->bodyFont, $this->brand->size, ColourRole::Text);
    }

    /**
     * @return array<string, string>
     */
    public function smallFont(): array
    {
        return $this->font($this->brand->bodyFont, $this->brand->size - 2, ColourRole::Muted);
    }

    /**
     * @param  float|null  $lineHeight  as a factor of the size; null for the brand's
     * @return array<string, string>
     */
    public function font(string $stack, int $size, ColourRole $colour, ?float $lineHeight = null): array
    {
        return [
            'font-family' => $stack,
            'font-size' => $size.'px',
            'line-height' => ((int) round($size * ($lineHeight ?? $this->brand->lineHeight))).'px',
            'color' => $this->brand->colour($colour),
        ];
    }

    /**
     * The style attribute, with a space in front; before it the class by which type or picture change their size on a phone.
     *
     * @param  array<string, string>  $style
     */
    public function style(array $style): string
    {
        $css = implode(';', array_map(static fn (string $property, string $value): string => "{$property}:{$value}", array_keys($style), $style));

        // The values are ours or a brand's that was checked; within double quotes single ones may stand.
        return $this->scaled($style).' style="'.htmlspecialchars($css, ENT_COMPAT).'"';
    }

    /**
     * @param  array<string, string>  $style
     */
    private function scaled(array $style): string
    {
        if ($this->phoneSize === 100) {
            return '';
        }
        $rules = [];
        foreach (['font-size', 'line-height', 'max-width'] as $property) {
            if (str_ends_with($style[$property] ?? '', 'px') && ($property !== 'max-width' || isset($style['height']))) {
                $rules[$property] = (int) round((int) $style[$property] * $this->phoneSize / 100);
            }
        }
        if ($rules === []) {
            return '';
        }
        $declarations = array_map(static fn (string $property, int $size): string => "{$property}:{$size}px!important", array_keys($rules), $rules);

        return ' class="'.$this->phone->named('phone-'.implode('-', $rules), implode(';', $declarations)).'"';
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
        $this->link($link, ['color' => $this->brand->colour(ColourRole::Link), 'text-decoration' => 'underline'], $write);
    }

    private function run(Run $run): void
    {
        $style = [
            ...($run->underline ? ['text-decoration' => 'underline'] : []),
            ...($run->colour === null ? [] : ['color' => $this->brand->colour($run->colour)]),
        ];
        $tags = [
            ...($run->bold ? ['<strong>' => '</strong>'] : []),
            ...($run->italic ? ['<em>' => '</em>'] : []),
            ...($style === [] ? [] : ['<span'.$this->style($style).'>' => '</span>']),
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
