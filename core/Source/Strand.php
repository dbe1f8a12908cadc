<?php

declare(strict_types=1);

namespace Herald\Source;

/** A record type's notices in the order in which a person lives through them. */
final readonly class Strand
{
    /**
     * @param  string  $about  from where to where it goes: "from order placed to delivered"
     */
    public function __construct(public string $key, public string $name, public string $about, public string $recordType)
    {
    }
}
