<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;
use Herald\Check\Weight;

/** What of its header and footer cannot be read. */
final class UnreadableFrame implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        foreach ($brand->brand->faults() as $fault) {
            yield Finding::ofWhole(Weight::Grave, $fault->reason, $fault->place);
        }
    }
}
