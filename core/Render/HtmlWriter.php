<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Brand\ColourRole;
use Herald\Brand\Colours;
use Herald\Brand\Element;
use Herald\Brand\Look;
use Herald\Brand\Token;
use Herald\Brand\Tokens;
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

    /** In px: the small print of a brand with small type can still be read (common practice). */
    private const SMALLEST = 11;

    /**
     * In px, of what is being written into.
     *
     * @readonly
     *
     * @phpstan-allow-private-mutation
     */
    public int $width;

    /** The colours here, and those that stand for them in the dark. */
    private Colours $colours;

    private Colours $dark;

    private readonly Colours $usualDark;

    /**
     * Type and shape here.
     *
     * @readonly
     *
     * @phpstan-allow-private-mutation
     */
    public Tokens $tokens;

    /** The one colour of all text here; null where each role has its own. */
    private ?ColourRole $ink = null;

    /** By how many px type is smaller here. */
    private int $smaller = 0;

    /** @var list<string> the parts around this place, as a brand's own CSS names them */
    private array $around = [];

    /** @var array<string, string> who overrode a role's colour, or a token: "template", or a block's id */
    private array $origins = [];

    /** Whether blocks carry their ids here. */
    private bool $marked = false;

    /** Of type and pictures on a phone, in percent. */
    private int $phoneSize = 100;

    /**
     * @param  int  $width  of what is being written into, in px
     * @param  bool  $named  whether elements say what they are, for the stage
     * @param  StyleSheet  $sheet  takes what inline styles cannot say
     */
    public function __construct(
        TwigWriter $twig,
        Ledger $ledger,
        public readonly Brand $brand,
        public readonly bool $rightToLeft,
        int $width,
        private readonly bool $named = false,
        private readonly StyleSheet $sheet = new StyleSheet,
    ) {
        parent::__construct($twig, $ledger);
        $this->width = $width;
        $this->tokens = $brand->tokens;
        $this->colours = $brand->colours;
        $this->dark = $this->usualDark = $brand->dark($brand->colours);
    }

    /** A writer into the same message, for a place that is so many pixels wide. */
    public function within(int $width): self
    {
        $copy = clone $this;
        $copy->width = $width;

        return $copy;
    }

    /** The same for a place where all text has one colour. */
    public function inked(?ColourRole $ink, int $smaller = 0): self
    {
        $copy = clone $this;
        [$copy->ink, $copy->smaller] = [$ink, $smaller];

        return $copy;
    }

    /** The same for a place whose blocks carry their ids, or do not. */
    public function marked(bool $marked): self
    {
        $copy = clone $this;
        $copy->marked = $marked;

        return $copy;
    }

    /**
     * The same for a place with a look of its own.
     *
     * @param  string  $origin  whose they are: "template", or a block's id
     */
    public function looking(Look $look, string $origin): self
    {
        $said = $look->said();
        if ($said === []) {
            return $this;
        }
        $copy = clone $this;
        $copy->origins = [...$this->origins, ...array_fill_keys(array_keys($said), $origin)];
        $copy->tokens = $look->tokens->over($this->tokens);
        $copy->colours = $look->over($this->colours);
        $copy->dark = $this->brand->dark($copy->colours);

        return $copy;
    }

    /** `#RRGGBB` of a role at this place. */
    public function colour(ColourRole $role): string
    {
        return $this->colours->of($role)->hex();
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

    /** The same inside of a part, as a brand's own CSS names it. */
    public function inside(Element $part): self
    {
        $copy = clone $this;
        $copy->around = [...$this->around, $part->value];

        return $copy;
    }

    /**
     * A row on a ground of its own across the message; across the whole window where the brand is to run so.
     *
     * @param  string  $mark  attributes of its cell, with a space in front
     * @param  \Closure(self): void  $write  what stands on it
     */
    public function band(ColourRole $ground, string $padding, Element $part, string $mark, \Closure $write): void
    {
        $inside = $this->inside($part);
        if (! $this->brand->full) {
            $this->markup('<tr><td'.$mark.$this->ground($ground, ['padding' => $padding, ...self::BREAKING], $part).'>');
            $write($inside);
            $this->markup('</td></tr>');

            return;
        }
        $this->markup('<tr><td'.$mark.' align="center"'.$this->ground($ground, [], $part).'>');
        $this->openMiddle();
        $this->markup('<tr><td'.$this->style(['padding' => $padding, ...self::BREAKING]).'>');
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
            .'<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"'.$this->style(['width' => '100%', 'max-width' => $width.'px', 'margin' => '0 auto']).'>');
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
                $writer = $this->looking($common->look, $common->id);
                if ($block instanceof Group) {
                    $block->html($writer);

                    return;
                }
                if ($common->phoneSize !== 100) {
                    $writer = $writer->within($this->width);
                    $writer->phoneSize = $common->phoneSize;
                }
                $side = $common->align->side($this->rightToLeft);
                $hidden = $common->shownOn === Device::Phone ? ['display' => 'none', 'mso-hide' => 'all'] : [];
                $class = match ($common->shownOn) {
                    Device::Phone => $this->sheet->onPhone('on-phone', 'display:table-cell!important'),
                    Device::Wide => $this->sheet->onPhone('on-wide', 'display:none!important'),
                    null => '',
                };
                $this->markup('<tr><td'.$this->mark($common->id).($class === '' ? '' : ' class="'.$class.'"').' align="'.$side.'"'.$this->style([
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
        $this->markup("<{$name}".$this->style($style, $part).'>');
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
     * @param  array<string, string|ColourRole|Token>  $style
     * @param  Element  $part  what a brand's own CSS calls it
     * @param  string  $attributes  of our own making, with a space in front
     */
    public function cell(string $name, Align $align, array $style, \Closure $inside, Element $part, string $attributes = ''): void
    {
        $side = $align->side($this->rightToLeft);
        $this->markup("<{$name} align=\"{$side}\"{$attributes}".$this->style($style + ['text-align' => $side], $part).'>');
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
        $open = '<a'.$this->style($style, $part);
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
            'display' => 'block', 'width' => '100%', 'max-width' => $width.'px', 'height' => 'auto', 'border' => '0', 'border-radius' => Token::Corner,
        ] + $this->smallFont(), Element::Picture).'>');
        if ($fixed === null) {
            $this->twig->tag('endif');
        }
    }

    /**
     * @return array<string, string|ColourRole|Token>
     */
    public function bodyFont(): array
    {
        return $this->font(Token::Font, $this->tokens->figure(Token::Size), ColourRole::Text);
    }

    /**
     * @return array<string, string|ColourRole|Token>
     */
    public function smallFont(): array
    {
        return $this->font(Token::Font, $this->tokens->figure(Token::Size) - 2, ColourRole::Muted);
    }

    /**
     * @param  int  $size  in px
     * @param  float|null  $lineHeight  as a factor of the size; null for the brand's
     * @return array<string, string|ColourRole|Token>
     */
    public function font(Token $font, int $size, ColourRole $colour, ?float $lineHeight = null): array
    {
        $size = max(self::SMALLEST, $size - $this->smaller);

        return [
            'font-family' => $font,
            'font-size' => $size.'px',
            'line-height' => $lineHeight === null ? Token::LineHeight : ((int) round($size * $lineHeight)).'px',
            'color' => $colour,
        ];
    }

    /**
     * A ground as its two attributes, with a space in front: engines of word processors read the one, all others the other.
     *
     * @param  array<string, string|ColourRole|Token>  $style
     */
    public function ground(ColourRole $role, array $style, ?Element $part = null): string
    {
        return ' bgcolor="'.$this->colour($role).'"'.$this->style(['background-color' => $role, ...$style], $part);
    }

    /**
     * The style attribute, with a space in front; before it the classes by which its colours change in the dark, and type or picture their size on a phone.
     *
     * @param  array<string, string|ColourRole|Token>  $style  a role stands for its colour; as a border, for a line of 1 px; a token for what it says here
     * @param  Element|null  $part  what a brand's own CSS calls it
     * @param  string  $class  one more
     */
    public function style(array $style, ?Element $part = null, string $class = ''): string
    {
        $css = [];
        $classes = $class === '' ? [] : [$class];
        foreach ($style as $property => $value) {
            if ($value instanceof ColourRole) {
                [$value, $classes[]] = $this->coloured($property, $value);
            }
            $css[$property] = $value instanceof Token ? $this->worth($value, $css) : $value;
        }
        $css = $part === null ? $css : $this->brand->css->over($css, $part, $this->around);
        $classes = array_filter([...$classes, $this->scaled($css)]);
        $declarations = implode(';', array_map(static fn (string $property, string $value): string => "{$property}:{$value}", array_keys($css), $css));

        // The values are ours or a brand's that was checked; within double quotes single ones may stand.
        return ($this->named ? $this->told($style, $part) : '').($classes === [] ? '' : ' class="'.implode(' ', $classes).'"').' style="'.htmlspecialchars($declarations, ENT_COMPAT).'"';
    }

    /**
     * What an element is called, and where its looks come from.
     *
     * @param  array<string, string|ColourRole|Token>  $style
     */
    private function told(array $style, ?Element $part): string
    {
        $looks = [];
        foreach ($style as $property => $value) {
            if ($value instanceof ColourRole) {
                $role = $property === 'color' ? $this->inkOf($value) : $value;
                $looks[] = "{$property}:{$role->value}:".($this->origins[$role->value] ?? 'brand').':'.$this->colour($role);
            }
            foreach ($value instanceof Token ? self::goingWith($value) : [] as $token) {
                $origin = $this->origins[$this->tokens->saying($token)->value] ?? 'brand';
                $looks[] = "{$property}:{$token->value}:{$origin}:".rawurlencode($token->isFont() ? $this->tokens->font($token) : (string) $this->tokens->figure($token));
            }
        }

        return ($part === null ? '' : ' data-part="'.$part->value.'"').($looks === [] ? '' : ' data-look="'.implode(' ', $looks).'"');
    }

    /**
     * @return list<Token> the token, and the size that goes with a font
     */
    private static function goingWith(Token $token): array
    {
        return match ($token) {
            Token::HeadingFont => [$token, Token::HeadingSize],
            Token::Font => [$token, Token::Size],
            default => [$token],
        };
    }

    /**
     * As CSS writes it.
     *
     * @param  array<string, string>  $css  what is said before it
     */
    private function worth(Token $token, array $css): string
    {
        return match (true) {
            $token->isFont() => $this->tokens->font($token),
            $token === Token::LineHeight => ((int) round((int) ($css['font-size'] ?? 0) * $this->tokens->figure($token) / 100)).'px',
            default => $this->tokens->figure($token).'px',
        };
    }

    private function inkOf(ColourRole $role): ColourRole
    {
        return in_array($role, [ColourRole::Text, ColourRole::Muted, ColourRole::Heading, ColourRole::Link], true) ? ($this->ink ?? $role) : $role;
    }

    /**
     * @return array{string, string} the value of the property, and the class by which it changes in the dark
     */
    private function coloured(string $property, ColourRole $role): array
    {
        $role = $property === 'color' ? $this->inkOf($role) : $role;
        $light = $this->colour($role);
        $dark = $this->dark->of($role)->hex();
        [$before, $prefix, $changes] = match (true) {
            $property === 'color' => ['', 'ink', 'color'],
            str_starts_with($property, 'border') => ['1px solid ', 'edge', 'border-color'],
            default => ['', 'ground', $property],
        };
        if (! $this->brand->framed) {
            return [$before.$light, ''];
        }
        $usual = $light === $this->brand->colour($role) && $dark === $this->usualDark->of($role)->hex();
        $class = $prefix.'-'.strtr($role->value, '_', '-').($usual ? '' : strtolower(strtr("-{$light}-{$dark}", ['#' => ''])));

        return [$before.$light, $this->sheet->inDark($class, "{$changes}:{$dark}!important")];
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

        return $this->sheet->onPhone('phone-'.implode('-', $rules), implode(';', $declarations));
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
