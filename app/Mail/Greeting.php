<?php

declare(strict_types=1);

namespace App\Mail;

use Illuminate\Mail\Mailer;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;

/** How the mail server greets (RFC 5321, sections 3.1 and 4.1.1.1): a connection is opened, both say who they are, and it is closed. */
final readonly class Greeting
{
    /**
     * @param  int  $took  in milliseconds
     */
    private function __construct(public bool $answers, public string $words, public int $took)
    {
    }

    public static function ofMailServer(): self
    {
        $mailer = Mail::mailer();
        $transport = $mailer instanceof Mailer ? $mailer->getSymfonyTransport() : null;
        if (! $transport instanceof HandoverTransport) {
            return new self(false, 'messages are not handed to a mail server: MAIL_MAILER is not smtp', 0);
        }
        $begun = hrtime(true);
        $took = static fn (): int => intdiv(hrtime(true) - $begun, 1_000_000);
        try {
            $transport->stop();
            $transport->start();
            $transport->stop();
        } catch (TransportExceptionInterface $e) {
            return new self(false, HandoverResult::said($e->getMessage()), $took());
        }

        return new self(true, "{$transport} greets", $took());
    }
}
