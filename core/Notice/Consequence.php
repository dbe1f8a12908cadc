<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Record\Recipient;

/** A notice that something that happened sets off: why, and for whom. */
final readonly class Consequence
{
    /**
     * @param  string  $reason  e.g. "status changed from pending to paid"
     * @param  array<string, mixed>  $given  the notice's parameters, normalised
     */
    public function __construct(public Notice $notice, public string $reason, public Recipient $recipient, public array $given)
    {
    }
}
