<?php

declare(strict_types=1);

namespace Herald\Style;

/** What is to be said of a place in a brand's own CSS. */
final readonly class CssNote
{
    /**
     * @param  int  $line  counted from 1
     * @param  bool  $dropped  whether that place is left out; else some mail programs alone do not follow it
     */
    public function __construct(public int $line, public string $words, public bool $dropped)
    {
    }
}
