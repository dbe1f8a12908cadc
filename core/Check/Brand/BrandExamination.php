<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Brand\Brand;
use Herald\Colour\Pixels;
use Herald\Style\Colours;

/** A brand being checked, with what its checks share. */
final readonly class BrandExamination
{
    /** Colours of the header, with what it overrides. */
    public Colours $header;

    /** The same in dark surroundings. */
    public Colours $darkHeader;

    /**
     * @param  Pixels|null  $logo  of the picture it shows; null where it has none
     * @param  Pixels|null  $darkLogo  of the version for dark surroundings
     */
    public function __construct(public Brand $brand, public ?Pixels $logo = null, public ?Pixels $darkLogo = null)
    {
        $this->header = $brand->header();
        $this->darkHeader = $brand->dark($this->header);
    }
}
