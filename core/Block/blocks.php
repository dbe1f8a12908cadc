<?php

declare(strict_types=1);

namespace Herald\Block;

// The types of blocks there are: one line each. Manuscripts have the first, only a brand's frame has the others.
return [
    'manuscript' => [
        Heading::class,
        Text::class,
        Points::class,
        ContactCard::class,
        Signature::class,
        SmallPrint::class,
        Button::class,
        Confirm::class,
        Acknowledge::class,
        Rate::class,
        Choose::class,
        Code::class,
        Menu::class,
        Picture::class,
        Banner::class,
        Video::class,
        Map::class,
        BrandLogo::class,
        SocialLinks::class,
        Divider::class,
        Space::class,
        Facts::class,
        LineItems::class,
        Totals::class,
        Addresses::class,
        PaymentAndDelivery::class,
        Note::class,
        Others::class,
        Slot::class,
        Passage::class,
        Html::class,
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
