<?php

declare(strict_types=1);

namespace Herald\Style;

/** A font that programs load which can; all others show the stack behind it. */
final readonly class WebFont
{
    /**
     * @param  string  $address  of a WOFF2 file
     */
    public function __construct(public string $family, public string $address)
    {
    }

    public function rule(): string
    {
        return "@font-face { font-family:'{$this->family}'; src:url('{$this->address}') format('woff2'); }";
    }
}
