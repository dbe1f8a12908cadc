<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Brand\Brand;
use Herald\Brand\Colour;
use Herald\Brand\ColourRole;
use Herald\Brand\Colours;
use Herald\Brand\Contrast;
use Herald\Brand\CssNote;
use Herald\Brand\Logo;
use Herald\Brand\Pair;
use Herald\Brand\Pixels;
use Herald\Brand\Sight;
use Herald\Document\Fault;

/** What the checks say of a brand: its words, its contrasts, its logo on its grounds, its own CSS. */
final readonly class BrandFindings
{
    /**
     * @param  Colours  $light  of the header, with what it overrides
     * @param  Colours  $dark  the same in dark surroundings
     */
    private function __construct(private Brand $brand, private Colours $light, private Colours $dark)
    {
    }

    /**
     * @param  Pixels|null  $logo  of the picture it shows; null where it has none
     * @param  Pixels|null  $darkLogo  of the version for dark surroundings
     * @return list<BrandFinding> the grave ones first
     */
    public static function of(Brand $brand, ?Pixels $logo, ?Pixels $darkLogo): array
    {
        $light = $brand->header();
        $checks = new self($brand, $light, $brand->dark($light));
        $findings = [
            ...array_map(static fn (Fault $fault): BrandFinding => new BrandFinding(Weight::Grave, $fault->place, $fault->reason), $brand->faults()),
            ...($logo === null ? [] : $checks->logo($logo, $darkLogo)),
            ...$checks->contrasts(),
            ...$checks->inverted(),
            ...OwnCssContrast::of($brand),
            ...array_map(static fn (CssNote $note): BrandFinding => new BrandFinding($note->dropped ? Weight::Advisory : Weight::Remark, 'css', "Line {$note->line}: {$note->words}."), $brand->css->notes),
        ];
        $rank = static fn (BrandFinding $finding): int => (int) array_search($finding->weight, [Weight::Grave, Weight::Advisory, Weight::Remark], true);
        usort($findings, static fn (BrandFinding $one, BrandFinding $other): int => $rank($one) <=> $rank($other));

        return $findings;
    }

    /**
     * @return list<BrandFinding>
     */
    private function contrasts(): array
    {
        $findings = [];
        foreach (['colours' => [$this->brand->colours, ''], 'dark' => [$this->brand->dark($this->brand->colours), ' in dark surroundings']] as $place => [$colours, $where]) {
            foreach ($colours->unreadable() as $pair) {
                $readable = $colours->readable($pair->text)->hex();
                $findings[] = new BrandFinding(
                    Weight::Advisory,
                    "{$place}/{$pair->text->value}",
                    sprintf('%s on %s%s stands out by %.1f:1; %.1f:1 is needed to read it.', ucfirst($pair->text->words()), $pair->ground->words(), $where, Contrast::figure($colours->ratio($pair)), Contrast::TEXT),
                    [new BrandMend("Make it {$readable}, the nearest that can be read", ["{$place}/{$pair->text->value}" => $readable])],
                );
            }
        }

        return $findings;
    }

    /**
     * What cannot be read where a program darkens by force: colours of middling lightness stay as they are there, and their words turn round.
     *
     * @return list<BrandFinding>
     */
    private function inverted(): array
    {
        $findings = [];
        foreach (Pair::all() as $pair) {
            $ratio = Contrast::between($this->brand->colours->of($pair->text)->mirrored(), $this->brand->colours->of($pair->ground)->mirrored());
            if ($ratio < Contrast::LARGE && $this->brand->colours->ratio($pair) >= Contrast::TEXT) {
                $findings[] = new BrandFinding(
                    Weight::Remark, "colours/{$pair->text->value}",
                    sprintf('%s on %s stands out by %.1f:1 where a program inverts colours by force; a ground that is clearly dark or clearly light holds there.', ucfirst($pair->text->words()), $pair->ground->words(), Contrast::figure($ratio)),
                );
            }
        }

        return $findings;
    }

    /**
     * @return list<BrandFinding>
     */
    private function logo(Pixels $logo, ?Pixels $darkLogo): array
    {
        $findings = [];
        $plate = $this->brand->logo?->plate;
        foreach ([[Weight::Grave, $logo, $this->light, 'the header', $darkLogo], [Weight::Advisory, $darkLogo ?? $logo, $this->dark, 'the header in dark surroundings', null]] as [$weight, $picture, $colours, $where, $other]) {
            $ground = $plate === null ? $colours->of(ColourRole::Header) : Colour::ofHex($plate);
            $sight = Sight::of($picture, $ground);
            $words = $sight->words($plate === null ? self::named($ground, $where) : "its plate, {$ground->hex()}");
            if ($words !== null) {
                $findings[] = new BrandFinding($sight->isLost() ? $weight : Weight::Advisory, 'logo', $words.'.', $this->mends($picture, $other, $colours === $this->light));
            }
        }
        $shown = $this->brand->logo === null ? 0 : $this->brand->logo->width;
        if ($logo->width < $shown * Logo::DENSITY) {
            $findings[] = new BrandFinding(Weight::Remark, 'logo', "The picture is {$logo->width} px wide and shown at {$shown} px: it is blurred on dense screens, which show ".(Logo::DENSITY * $shown).' px there.');
        }

        return $findings;
    }

    /**
     * @param  Pixels|null  $other  another version that could take its place
     * @param  bool  $light  whether its ground in the light is at hand, which can be changed
     * @return list<BrandMend>
     */
    private function mends(Pixels $picture, ?Pixels $other, bool $light): array
    {
        $mends = [];
        $candidates = ['white' => '#FFFFFF', 'the colour of headings' => $this->brand->colour(ColourRole::Heading), 'ink' => '#1B1119'];
        foreach ($candidates as $name => $hex) {
            if (count($mends) < 1 && Sight::of($picture, Colour::ofHex($hex))->isClear()) {
                $mends[] = new BrandMend("Lay a plate of {$name} behind it", ['logo/plate' => $hex]);
            }
        }
        foreach ($light ? [...array_slice($candidates, 1), 'white' => '#FFFFFF'] : [] as $name => $hex) {
            if (count($mends) < 2 && $hex !== $this->light->of(ColourRole::Header)->hex() && Sight::of($picture, Colour::ofHex($hex))->isClear()) {
                $text = $this->light->with(ColourRole::Header, Colour::ofHex($hex))->readable(ColourRole::HeaderText)->hex();
                $mends[] = new BrandMend("Give the header a ground of {$name}", ['colours/header' => $hex, 'colours/header_text' => $text, 'logo/plate' => null]);
            }
        }
        $document = $this->brand->logoPictures();
        if ($other !== null && $document !== null && Sight::of($other, $this->light->of(ColourRole::Header))->isClear()) {
            $mends[] = new BrandMend('Show the other version', ['logo/picture' => $document[1], 'logo/dark_picture' => $document[0]]);
        }

        return $mends;
    }

    private static function named(Colour $ground, string $where): string
    {
        return Contrast::between($ground, Colour::ofRgb(255, 255, 255)) < 1.02 ? "white, the ground of {$where}" : "{$where}, {$ground->hex()}";
    }
}
