<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Brand\Logo;
use Herald\Check\Finding;
use Herald\Check\Weight;

/** A logo with too few pixels for dense screens. */
final class LogoBlurred implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        $shown = $brand->brand->logo === null ? 0 : $brand->brand->logo->width;
        if ($brand->logo !== null && $brand->logo->width < $shown * Logo::DENSITY) {
            yield Finding::ofWhole(Weight::Remark, "The picture is {$brand->logo->width} px wide and shown at {$shown} px: it is blurred on dense screens, which show ".(Logo::DENSITY * $shown).' px there.', 'logo');
        }
    }
}
