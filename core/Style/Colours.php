<?php

declare(strict_types=1);

namespace Herald\Style;

use Herald\Colour\Colour;
use Herald\Colour\Contrast;

/** A whole set of colours: one for each role. */
final readonly class Colours
{
    /**
     * @param  array<string, Colour>  $byRole
     */
    private function __construct(private array $byRole)
    {
    }

    /**
     * @param  array<string, string>  $hex  `#RRGGBB` for every role
     *
     * @throws \InvalidArgumentException when one is missing or is no colour
     */
    public static function ofHex(array $hex): self
    {
        $colours = [];
        foreach (ColourRole::cases() as $role) {
            $colours[$role->value] = Colour::ofHex($hex[$role->value] ?? throw new \InvalidArgumentException("There is no colour for {$role->value}"));
        }

        return new self($colours);
    }

    public function of(ColourRole $role): Colour
    {
        return $this->byRole[$role->value];
    }

    public function with(ColourRole $role, Colour $colour): self
    {
        return new self([...$this->byRole, $role->value => $colour]);
    }

    /**
     * @return array<string, string> `#RRGGBB` by role
     */
    public function hex(): array
    {
        return array_map(static fn (Colour $colour): string => $colour->hex(), $this->byRole);
    }

    public function ratio(Pair $pair): float
    {
        return $this->ratioOf($pair->text, $pair->ground);
    }

    /** How far one role stands out from another, whether or not blocks ever put the one on the other. */
    public function ratioOf(ColourRole $one, ColourRole $other): float
    {
        return Contrast::between($this->of($one), $this->of($other));
    }

    /**
     * @return list<Pair> those whose text cannot be read by everyone
     */
    public function unreadable(): array
    {
        return array_values(array_filter(Pair::all(), fn (Pair $pair): bool => $this->ratio($pair) < Contrast::TEXT));
    }

    /**
     * The colour that a text role would need to be readable on all its grounds: the one it has, moved as little in lightness as will do. Where no lightness does for all
     * of them, the one that comes nearest.
     */
    public function readable(ColourRole $text): Colour
    {
        $grounds = array_map(fn (Pair $pair): Colour => $this->of($pair->ground), array_filter(Pair::all(), static fn (Pair $pair): bool => $pair->text === $text));
        $worst = static fn (Colour $colour): float => $grounds === [] ? Contrast::TEXT : min(array_map(static fn (Colour $ground): float => Contrast::between($colour, $ground), $grounds));
        $colour = $this->of($text);
        $from = $colour->lab()->lightness;
        for ([$best, $bestRatio, $move] = [$colour, $worst($colour), 0.5]; $bestRatio < Contrast::TEXT && $move <= 100; $move += 0.5) {
            foreach ([$from - $move, $from + $move] as $lightness) {
                if ($lightness < -0.5 || $lightness > 100.5) {
                    continue;
                }
                $moved = $colour->withLightness($lightness);
                $ratio = $worst($moved);
                if ($ratio > $bestRatio) {
                    [$best, $bestRatio] = [$moved, $ratio];
                }
            }
        }

        return $best;
    }

    /** The set in which every pair can be read: text gives way, grounds stay. */
    public function made(): self
    {
        $made = $this;
        foreach (Pair::all() as $pair) {
            $made = $made->with($pair->text, $made->readable($pair->text));
        }

        return $made;
    }

    /**
     * A set for dark surroundings made of this one: grounds become dark and keep their hue, text keeps its hue and becomes light, a header that is dark already stays as it
     * is, and so does a button that stands out from the dark paper (3:1, SC 1.4.11 of WCAG 2.2); another becomes lighter until it does. Every pair can be read.
     */
    public function dark(): self
    {
        $tinted = static fn (Colour $colour, float $lightness, float $chroma): Colour => Colour::ofLab($colour->lab()->withLightness($lightness)->withChroma(min($chroma, $colour->lab()->chroma())));
        $light = fn (ColourRole $role, float $least): Colour => $this->of($role)->withLightness(max($least, 100 - $this->of($role)->lab()->lightness));
        $header = $this->of(ColourRole::Header);
        $keeps = $header->lab()->lightness <= 45;
        $paper = $tinted($this->of(ColourRole::Page), 14, 6);
        $button = $this->of(ColourRole::Button);
        for ($lightness = $button->lab()->lightness; Contrast::between($button, $paper) < Contrast::LARGE && $lightness < 100; $lightness += 2) {
            $button = $this->of(ColourRole::Button)->withLightness($lightness);
        }

        return (new self([
            ...$this->byRole,
            ColourRole::Page->value => $tinted($this->of(ColourRole::Page), 9, 6),
            ColourRole::Paper->value => $paper,
            ColourRole::Button->value => $button,
            ColourRole::Accent->value => $tinted($this->of(ColourRole::Accent), 21, 10),
            ColourRole::Line->value => $tinted($this->of(ColourRole::Line), 34, 8),
            ColourRole::Header->value => $keeps ? $header : $tinted($header, 20, 24),
            ColourRole::HeaderText->value => $keeps ? $this->of(ColourRole::HeaderText) : $light(ColourRole::HeaderText, 88),
            ColourRole::Text->value => $light(ColourRole::Text, 88),
            ColourRole::Heading->value => $light(ColourRole::Heading, 82),
            ColourRole::Muted->value => $light(ColourRole::Muted, 70),
            ColourRole::FooterText->value => $light(ColourRole::FooterText, 70),
            ColourRole::Link->value => $light(ColourRole::Link, 72),
        ]))->made();
    }
}
