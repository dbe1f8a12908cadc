<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Colour\Contrast;
use Herald\Style\Pair;

/** What cannot be read where a program darkens by force: colours of middling lightness stay as they are there, and their words turn round. */
final class FaintByForce implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        $colours = $brand->brand->colours;
        foreach (Pair::all() as $pair) {
            $ratio = Contrast::between($colours->of($pair->text)->mirrored(), $colours->of($pair->ground)->mirrored());
            if ($ratio < Contrast::LARGE && $colours->ratio($pair) >= Contrast::TEXT) {
                yield Finding::ofWhole(
                    Weight::Remark,
                    sprintf('%s on %s stands out by %.1f:1 where a program inverts colours by force; a background that is clearly dark or clearly light holds there.', ucfirst($pair->text->words()), $pair->ground->words(), Contrast::figure($ratio)),
                    "colours/{$pair->text->value}",
                );
            }
        }
    }
}
