<?php

declare(strict_types=1);

namespace App\Mail;

use Symfony\Component\Mailer\Transport\Smtp\EsmtpTransport;

/** SMTP that tells when the message itself is about to be handed over: what fails before that was surely not sent. */
final class HandoverTransport extends EsmtpTransport
{
    /** @var \Closure(): void|null */
    private ?\Closure $beforeData = null;

    /**
     * @param  \Closure(): void|null  $callback  called just before the DATA command
     */
    public function beforeData(?\Closure $callback): void
    {
        $this->beforeData = $callback;
    }

    public function executeCommand(string $command, array $codes): string
    {
        if ($command === "DATA\r\n") {
            $this->beforeData?->__invoke();
        }

        return parent::executeCommand($command, $codes);
    }
}
