<?php

declare(strict_types=1);

namespace Herald\Record;

/** Whom a message goes to. */
final readonly class Recipient
{
    /**
     * @param  string|null  $address  null when there is none: nothing can be sent then
     * @param  string|null  $language  BCP 47 tag; null when it is not known
     */
    public function __construct(public ?string $address, public ?string $name = null, public ?string $language = null)
    {
    }
}
