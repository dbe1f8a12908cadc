<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;

/** Looks for one kind of thing that is wrong with a brand. Each is one class here, registered in {@see BrandChecks}. */
interface BrandCheck
{
    /**
     * @return iterable<Finding>
     */
    public function examine(BrandExamination $brand): iterable;
}
