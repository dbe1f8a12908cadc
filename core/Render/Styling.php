<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Style\ColourRole;
use Herald\Style\Colours;
use Herald\Style\Element;
use Herald\Style\Look;
use Herald\Style\Token;
use Herald\Style\Tokens;

/** How things look at a place in the HTML of a message: styles, with the classes by which they change in the dark and on a phone; for the stage also where they come from. */
final class Styling
{
    /** In px: the small print of a brand with small type can still be read (common practice). */
    private const SMALLEST = 11;

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

    /** Of type and pictures on a phone, in percent. */
    private int $phoneSize = 100;

    /**
     * @param  StyleSheet  $sheet  takes what inline styles cannot say
     * @param  bool  $named  whether elements say what they are, for the stage
     */
    public function __construct(private readonly Brand $brand, private readonly StyleSheet $sheet, private readonly bool $named)
    {
        $this->tokens = $brand->tokens;
        $this->colours = $brand->colours;
        $this->dark = $this->usualDark = $brand->dark($brand->colours);
    }

    /** The same for a place where all text has one colour. */
    public function inked(?ColourRole $ink, int $smaller = 0): self
    {
        $copy = clone $this;
        [$copy->ink, $copy->smaller] = [$ink, $smaller];

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

    /** The same inside of a part, as a brand's own CSS names it. */
    public function inside(Element $part): self
    {
        $copy = clone $this;
        $copy->around = [...$this->around, $part->value];

        return $copy;
    }

    /**
     * The same for a place whose type and pictures have another size on a phone.
     *
     * @param  int  $percent  of their size here
     */
    public function onPhone(int $percent): self
    {
        $copy = clone $this;
        $copy->phoneSize = $percent;

        return $copy;
    }

    /** The same for a place whose colours do not change in the dark. */
    public function steady(): self
    {
        $copy = clone $this;
        $copy->dark = $this->colours;

        return $copy;
    }

    /** `#RRGGBB` of a role at this place. */
    public function colour(ColourRole $role): string
    {
        return $this->colours->of($role)->hex();
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
}
