<?php

declare(strict_types=1);

namespace App\Models;

/** As what an address gets a message. */
enum RecipientRole: string
{
    case To = 'to';
    case Cc = 'cc';
    /** It stands nowhere in the message. */
    case Bcc = 'bcc';
}
