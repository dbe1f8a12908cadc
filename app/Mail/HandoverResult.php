<?php

declare(strict_types=1);

namespace App\Mail;

/** What came of handing a message to the mail server. */
final readonly class HandoverResult
{
    /**
     * @param  string  $words  for people, with what the server said
     */
    public function __construct(public HandoverOutcome $outcome, public string $words)
    {
    }
}
