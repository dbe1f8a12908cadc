<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** Where something leads: fixed text and variables, joined. A variable at the very start may be a whole address; any other is percent-encoded. */
final readonly class Link
{
    /**
     * @param  list<string|Variable>  $pieces
     */
    public function __construct(public array $pieces)
    {
    }
}
