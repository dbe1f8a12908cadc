<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Brand\Brand;
use Herald\Style\ColourRole;

/** What stands below every message. */
final readonly class Footer extends Band
{
    public static function type(): string
    {
        return Brand::FOOTER;
    }

    public static function ground(): ColourRole
    {
        return ColourRole::Page;
    }

    protected static function title(): string
    {
        return 'Footer';
    }

    protected static function place(): string
    {
        return 'Below every message';
    }

    protected static function ink(): ColourRole
    {
        return ColourRole::FooterText;
    }

    protected static function smaller(): int
    {
        return 3;
    }
}
