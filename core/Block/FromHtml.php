<?php

declare(strict_types=1);

namespace Herald\Block;

/** A type of block that formatted text from elsewhere can become, see {@see Pasted}. */
interface FromHtml
{
    /**
     * The members of the block that an element stands for, without ids.
     *
     * @return array<string, mixed>|null null when it stands for another; empty when it stands for this one and nothing can be made of it
     */
    public static function ofHtml(\DOMElement $element): ?array;
}
