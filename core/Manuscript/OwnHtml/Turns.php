<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Herald\Manuscript\Selection;

/** What is shown once for each item of a list. */
final readonly class Turns
{
    /**
     * @param  list<Words|Said|Element|Branches|Turns>  $children
     * @param  list<Words|Said|Element|Branches|Turns>  $empty  shown where there is no item
     */
    public function __construct(public Selection $items, public array $children, public array $empty)
    {
    }
}
