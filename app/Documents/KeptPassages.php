<?php

declare(strict_types=1);

namespace App\Documents;

use Herald\Manuscript\Passages;

/** The passages that go into one template, with the versions they are of. */
final readonly class KeptPassages
{
    /**
     * @param  list<int>  $versions  their ids
     */
    public function __construct(public Passages $passages, public array $versions)
    {
    }
}
