<?php

declare(strict_types=1);

namespace Herald\Notice;

/** What becomes of a dispatch of which nobody knows whether the mail server took it. */
enum WhenUncertain: string
{
    /** It waits for a person. */
    case Hold = 'hold';
    /** It is handed over once more, with the same Message-ID. */
    case Resend = 'resend';
}
