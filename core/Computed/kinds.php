<?php

declare(strict_types=1);

namespace Herald\Computed;

// The kinds of computed fields there are: one line each, in the order in which they are offered.
return [
    Count::class,
    Sum::class,
    Smallest::class,
    Largest::class,
    First::class,
    Last::class,
    Joined::class,
    Difference::class,
    Product::class,
    Share::class,
    Days::class,
    Hours::class,
    Together::class,
];
