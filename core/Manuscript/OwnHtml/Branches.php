<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Herald\Condition\Condition;

/** What is shown of the first branch whose condition holds. */
final readonly class Branches
{
    /**
     * @param  list<array{Condition, list<Words|Said|Element|Branches|Turns>}>  $branches
     * @param  list<Words|Said|Element|Branches|Turns>  $otherwise
     */
    public function __construct(public array $branches, public array $otherwise)
    {
    }
}
