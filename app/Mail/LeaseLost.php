<?php

declare(strict_types=1);

namespace App\Mail;

use Symfony\Component\Mailer\Exception\TransportException;

/** Another worker has taken the dispatch over: it must not be handed over here. The connection is given up with it. */
final class LeaseLost extends TransportException
{
}
