<?php

declare(strict_types=1);

namespace App\Mail;

enum HandoverOutcome
{
    /** The mail server took it. */
    case Accepted;
    /** It will never take it (reply 5xx). */
    case Refused;
    /** It asks to try later (reply 4xx). */
    case Deferred;
    /** Nothing was handed over. */
    case Unreachable;
    /** It was handed over and nothing came back. */
    case Uncertain;
}
