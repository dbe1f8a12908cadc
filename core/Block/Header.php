<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Brand\Brand;
use Herald\Style\ColourRole;

/** What stands above every message. */
final readonly class Header extends Band
{
    public static function type(): string
    {
        return Brand::HEADER;
    }

    public static function ground(): ColourRole
    {
        return ColourRole::Header;
    }

    protected static function title(): string
    {
        return 'Header';
    }

    protected static function place(): string
    {
        return 'Above every message';
    }

    protected static function ink(): ColourRole
    {
        return ColourRole::HeaderText;
    }

    protected static function smaller(): int
    {
        return 0;
    }
}
