<?php

declare(strict_types=1);

namespace App\Mail;

use Herald\Value\Clean;

/** What came of handing a message to the mail server. */
final readonly class HandoverResult
{
    /** So many letters of what a server says are kept. */
    private const SAID = 500;

    public string $words;

    /**
     * @param  string  $words  for people, with what the server said
     */
    public function __construct(public HandoverOutcome $outcome, string $words)
    {
        $this->words = self::said($words);
    }

    /** What a mail server said, as it can be kept and shown: a stranger's bytes may be in any encoding, and without end. */
    public static function said(string $words): string
    {
        return mb_strimwidth(trim(Clean::line($words)), 0, self::SAID, '…');
    }
}
