<?php

declare(strict_types=1);

namespace Herald\Brand;

use Herald\Colour\Colour;
use Herald\Colour\Contrast;
use Herald\Colour\Palette;
use Herald\Colour\Pixels;
use Herald\Colour\Sight;
use Herald\Colour\Swatch;
use Herald\Style\ColourRole;
use Herald\Style\Colours;

/** A whole set of colours made of a logo or a banner, in which every text can be read. */
final readonly class Proposal
{
    /** Below this chroma a colour is a grey. */
    private const GREY = 10.0;

    /** Two colours that nobody takes for each other (CIEDE2000). */
    private const APART = 20.0;

    /**
     * @param  list<Swatch>  $swatches  what the picture is made of, the largest first
     * @param  list<ProposedRole>  $roles  one for each
     */
    private function __construct(public array $swatches, public array $roles)
    {
    }

    /** @throws \InvalidArgumentException when nothing is painted on it */
    public static function of(Pixels $picture): self
    {
        $swatches = Palette::of($picture);
        if ($swatches === []) {
            throw new \InvalidArgumentException('Nothing is painted on this picture: it is transparent all over');
        }
        $coloured = array_values(array_filter($swatches, static fn (Swatch $swatch): bool => $swatch->colour->lab()->chroma() >= self::GREY));
        usort($coloured, static fn (Swatch $one, Swatch $other): int => $other->weight() <=> $one->weight());
        $greys = $swatches;
        usort($greys, static fn (Swatch $one, Swatch $other): int => $one->colour->lab()->lightness <=> $other->colour->lab()->lightness);
        // Without a colour the darkest grey stands for the picture, and where there is nothing but white, ink.
        $signature = ($coloured[0] ?? $greys[0])->colour;
        $second = $signature;
        foreach (array_slice($coloured, 1) as $swatch) {
            if ($second === $signature && $swatch->share > 0.01 && $swatch->colour->lab()->distance($signature->lab()) > self::APART) {
                $second = $swatch->colour;
            }
        }
        $tint = static fn (float $lightness, float $chroma): Colour => Colour::ofLab($signature->lab()->withLightness($lightness)->withChroma(min($chroma, $signature->lab()->chroma())));
        $strong = $signature->lab()->lightness > 75 && $signature->lab()->chroma() < self::GREY ? $tint(20, 0) : $signature;
        $header = self::header($picture, $swatches, $strong, $tint(14, 12));
        $white = Colour::ofRgb(255, 255, 255);
        $on = static fn (Colour $ground): Colour => Contrast::between($ground, $white) >= Contrast::between($ground, $tint(8, 6)) ? $white : $tint(8, 6);
        // A button in the colour of the header would be taken for a piece of it.
        $button = $second === $signature || $second->lab()->distance($header->lab()) < self::APART ? $strong : $second;
        $first = Colours::ofHex(array_map(static fn (Colour $colour): string => $colour->hex(), [
            ColourRole::Page->value => $tint(94, 3), ColourRole::Paper->value => $white, ColourRole::Accent->value => $tint(96.5, 5), ColourRole::Line->value => $tint(87, 5),
            ColourRole::Text->value => $tint(18, 6), ColourRole::Muted->value => $tint(42, 8), ColourRole::FooterText->value => $tint(42, 6),
            ColourRole::Heading->value => $strong->withLightness(min(30, $strong->lab()->lightness)), ColourRole::Link->value => $strong,
            ColourRole::Button->value => $button, ColourRole::ButtonText->value => $on($button),
            ColourRole::Header->value => $header, ColourRole::HeaderText->value => $on($header),
        ]));
        $made = $first->made();

        return new self($swatches, array_map(static fn (ColourRole $role): ProposedRole => self::role($role, $first->of($role), $made->of($role), $swatches), ColourRole::cases()));
    }

    /**
     * The ground of the header: the plate that the picture brings along, or else the first on which it is seen.
     *
     * @param  list<Swatch>  $swatches
     */
    private static function header(Pixels $picture, array $swatches, Colour $signature, Colour $dark): Colour
    {
        if ($picture->plate !== null || ! $picture->transparent) {
            return $picture->plate ?? $signature;
        }
        $white = Colour::ofRgb(255, 255, 255);
        $candidates = [...(count($swatches) > 1 ? [$signature] : []), $white, $dark];
        foreach ($candidates as $candidate) {
            if (Sight::of($picture, $candidate)->isClear()) {
                return $candidate;
            }
        }
        usort($candidates, static fn (Colour $one, Colour $other): int => Sight::of($picture, $other)->ratio <=> Sight::of($picture, $one)->ratio);

        return $candidates[0];
    }

    /**
     * @param  non-empty-list<Swatch>  $swatches
     */
    private static function role(ColourRole $role, Colour $first, Colour $made, array $swatches): ProposedRole
    {
        $distances = array_map(static fn (Swatch $swatch): float => $swatch->colour->lab()->distance($first->lab()), $swatches);
        $from = $swatches[(int) array_search(min($distances), $distances, true)];
        $moved = $made->lab()->lightness - $first->lab()->lightness;
        $origin = min($distances) < 1 ? sprintf('as it is in %d%% of the picture', max(1, round($from->share * 100))) : 'made to go with the picture';

        return new ProposedRole($role, $made, $from->colour, $made->lab()->distance($from->colour->lab()), abs($moved) < 0.25 ? $origin
            : sprintf('%s, made %s by %d of 100 to be readable', $origin, $moved < 0 ? 'darker' : 'lighter', max(1, round(abs($moved)))));
    }
}
