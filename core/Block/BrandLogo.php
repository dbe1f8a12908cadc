<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Brand\Logo;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\Escape;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;

/** The brand's logo, which leads to the source's page; the source's name where the brand has none. */
final readonly class BrandLogo implements Written
{
    private function __construct(private Common $common)
    {
    }

    public static function type(): string
    {
        return 'logo';
    }

    public static function schema(): array
    {
        return ['title' => 'Logo', 'x-purpose' => Purpose::Show, 'properties' => []];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['align' => 'center'];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common());
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $brand = $writer->brand;
        $name = $writer->styling->font(Token::HeadingFont, $writer->styling->tokens->figure(Token::Size) + 3, ColourRole::Heading, 1.3);
        if ($brand->logo === null) {
            $this->link($writer, null, ['letter-spacing' => '2px', 'text-decoration' => 'none'] + $name, fn () => $writer->source('name', Escape::Html));

            return;
        }
        $show = function () use ($writer, $brand, $name): void {
            $this->picture($writer, $brand->logo, $brand->logo->address, $name, $brand->logo->darkAddress === null ? '' : $writer->onlyInLight());
            if ($brand->logo->darkAddress !== null) {
                $writer->markup('<!--[if !mso]><!-->');
                $this->picture($writer, $brand->logo, $brand->logo->darkAddress, $name, $writer->onlyInDark(), ['display' => 'none']);
                $writer->markup('<!--<![endif]-->');
            }
        };
        if ($brand->logo->plate === null) {
            $this->link($writer, $brand->logo->link, ['text-decoration' => 'none'], $show);

            return;
        }
        $writer->markup('<table role="presentation" cellspacing="0" cellpadding="0" border="0" align="'.$this->common->align->side($writer->rightToLeft).'"><tr><td bgcolor="'.$brand->logo->plate.'"'
            .$writer->styling->style(['background-color' => $brand->logo->plate, 'padding' => $brand->step.'px '.(2 * $brand->step).'px', 'border-radius' => Token::Corner]).'>');
        $this->link($writer, $brand->logo->link, ['text-decoration' => 'none'], $show);
        $writer->markup('</td></tr></table>');
    }

    /** Where pictures are not shown, the words above the message would say what its footer says. */
    public function text(TextWriter $writer): void
    {
    }

    /**
     * @param  array<string, string|ColourRole|Token>  $font  of the alternative text
     * @param  string  $class  in which surroundings it is shown
     * @param  array<string, string>  $hidden
     */
    private function picture(HtmlWriter $writer, Logo $logo, string $address, array $font, string $class, array $hidden = []): void
    {
        $width = min($logo->width, $writer->width);
        $writer->markup('<img src="'.HtmlWriter::escape($address).'" width="'.$width.'" alt="');
        $logo->alternative === null ? $writer->source('name', Escape::Attribute) : $writer->markup(HtmlWriter::escape($logo->alternative));
        $writer->markup('"'.$writer->styling->style([...['display' => 'inline-block', 'width' => '100%', 'max-width' => $width.'px', 'height' => 'auto', 'border' => '0'], ...$hidden] + $font, Element::Logo, $class).'>');
    }

    /**
     * @param  array<string, string|ColourRole|Token>  $style
     */
    private function link(HtmlWriter $writer, ?string $address, array $style, \Closure $inside): void
    {
        $writer->markup('<a'.$writer->styling->style($style).' href="');
        $address === null ? $writer->source('url', Escape::Raw, '|address|attribute') : $writer->markup(HtmlWriter::escape($address));
        $writer->markup('">');
        $inside();
        $writer->markup('</a>');
    }
}
