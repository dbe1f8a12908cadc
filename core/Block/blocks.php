<?php

declare(strict_types=1);

namespace Herald\Block;

// The types of blocks there are: one line each. Manuscripts have the first, only a brand's frame has the others.
return [
    'manuscript' => [
        Heading::class,
        Text::class,
        Points::class,
        Button::class,
        Picture::class,
        BrandLogo::class,
        SocialLinks::class,
        Divider::class,
        Facts::class,
        LineItems::class,
        Totals::class,
        Section::class,
        Columns::class,
        Choice::class,
        Repeat::class,
    ],
    'frame' => [
        Header::class,
        Footer::class,
    ],
];
