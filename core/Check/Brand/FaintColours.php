<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;
use Herald\Check\Mend;
use Herald\Check\Weight;
use Herald\Colour\Contrast;

/** Words that stand out too little from their ground, in the light and in dark surroundings. */
final class FaintColours implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        $light = $brand->brand->colours;
        foreach (['colours' => [$light, ''], 'dark' => [$brand->brand->dark($light), ' in dark surroundings']] as $place => [$colours, $where]) {
            foreach ($colours->unreadable() as $pair) {
                $readable = $colours->readable($pair->text)->hex();
                yield Finding::ofWhole(
                    // Too little even for large type (WCAG 2.2, 1.4.3).
                    $colours->ratio($pair) < Contrast::LARGE ? Weight::Grave : Weight::Advisory,
                    sprintf('%s on %s%s stands out by %.1f:1; %.1f:1 is needed to read it.', ucfirst($pair->text->words()), $pair->ground->words(), $where, Contrast::figure($colours->ratio($pair)), Contrast::TEXT),
                    "{$place}/{$pair->text->value}",
                    [Mend::document("Make it {$readable}, the nearest that can be read", ["{$place}/{$pair->text->value}" => $readable])],
                );
            }
        }
    }
}
