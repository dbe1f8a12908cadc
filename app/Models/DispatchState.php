<?php

declare(strict_types=1);

namespace App\Models;

enum DispatchState: string
{
    case Queued = 'queued';
    case Sending = 'sending';
    case Sent = 'sent';
    /** The mail server may have taken it, or not. */
    case Uncertain = 'uncertain';
    case Skipped = 'skipped';
    case Failed = 'failed';
    case Bounced = 'bounced';

    /** Those that a person has to see to. */
    public const TROUBLES = [self::Failed, self::Uncertain, self::Bounced];

    /** Whether it stays as it is, unless a person asks for more. */
    public function isFinal(): bool
    {
        return in_array($this, [self::Sent, self::Skipped, self::Failed, self::Bounced], true);
    }

    /** Whether a person may have it tried again. */
    public function mayBeTriedAgain(): bool
    {
        return $this === self::Failed || $this === self::Uncertain;
    }
}
