<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;
use Herald\Check\Mend;
use Herald\Check\Weight;
use Herald\Colour\Colour;
use Herald\Colour\Contrast;
use Herald\Colour\Pixels;
use Herald\Colour\Sight;
use Herald\Style\ColourRole;

/** A logo that disappears on its ground, wholly or in part, in the light or in dark surroundings. */
final class LogoLost implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        if ($brand->logo === null) {
            return;
        }
        $plate = $brand->brand->logo?->plate;
        $grounds = [
            [Weight::Grave, $brand->logo, $brand->header, 'the header', $brand->darkLogo],
            [Weight::Advisory, $brand->darkLogo ?? $brand->logo, $brand->darkHeader, 'the header in dark surroundings', null],
        ];
        foreach ($grounds as [$weight, $picture, $colours, $where, $other]) {
            $ground = $plate === null ? $colours->of(ColourRole::Header) : Colour::ofHex($plate);
            $sight = Sight::of($picture, $ground);
            $words = $sight->words($plate === null ? self::named($ground, $where) : "the panel behind it, {$ground->hex()}");
            if ($words !== null) {
                yield Finding::ofWhole($sight->isLost() ? $weight : Weight::Advisory, $words.'.', 'logo', self::mends($brand, $picture, $other, $colours === $brand->header));
            }
        }
    }

    /**
     * @param  Pixels|null  $other  another version that could take its place
     * @param  bool  $light  whether its ground in the light is at hand, which can be changed
     * @return list<Mend>
     */
    private static function mends(BrandExamination $brand, Pixels $picture, ?Pixels $other, bool $light): array
    {
        $mends = [];
        $candidates = ['white' => '#FFFFFF', 'the colour of headings' => $brand->brand->colour(ColourRole::Heading), 'ink' => '#1B1119'];
        foreach ($candidates as $name => $hex) {
            if (count($mends) < 1 && Sight::of($picture, Colour::ofHex($hex))->isClear()) {
                $mends[] = Mend::document("Put a panel of {$name} behind it", ['logo/plate' => $hex]);
            }
        }
        foreach ($light ? [...array_slice($candidates, 1), 'white' => '#FFFFFF'] : [] as $name => $hex) {
            if (count($mends) < 2 && $hex !== $brand->header->of(ColourRole::Header)->hex() && Sight::of($picture, Colour::ofHex($hex))->isClear()) {
                $text = $brand->header->with(ColourRole::Header, Colour::ofHex($hex))->readable(ColourRole::HeaderText)->hex();
                $mends[] = Mend::document("Give the header a background of {$name}", ['colours/header' => $hex, 'colours/header_text' => $text, 'logo/plate' => null]);
            }
        }
        $pictures = $brand->brand->logoPictures();
        if ($other !== null && $pictures !== null && Sight::of($other, $brand->header->of(ColourRole::Header))->isClear()) {
            $mends[] = Mend::document('Show the other version', ['logo/picture' => $pictures[1], 'logo/dark_picture' => $pictures[0]]);
        }

        return $mends;
    }

    private static function named(Colour $ground, string $where): string
    {
        return Contrast::between($ground, Colour::ofRgb(255, 255, 255)) < 1.02 ? "white, the background of {$where}" : "{$where}, {$ground->hex()}";
    }
}
