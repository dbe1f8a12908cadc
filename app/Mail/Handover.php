<?php

declare(strict_types=1);

namespace App\Mail;

use Composer\Pcre\Preg;
use Illuminate\Mail\Mailer;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Envelope;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\RawMessage;

/** Hands finished messages to the mail server, and reads what came of it. */
final class Handover
{
    /**
     * @param  string  $bytes  the message exactly as it is to arrive
     * @param  list<string>  $recipients
     * @param  \Closure(): void  $beforeData  called once the server has taken sender and recipient, just before the message itself
     */
    public static function of(string $bytes, string $sender, array $recipients, \Closure $beforeData): HandoverResult
    {
        $begun = false;
        $transport = self::transport(function () use ($beforeData, &$begun): void {
            $beforeData();
            $begun = true;
        });
        try {
            // The transport ends the message with a line end of its own before the final dot.
            $message = str_ends_with($bytes, "\r\n") ? substr($bytes, 0, -2) : $bytes;
            $sent = $transport->send(new RawMessage($message), new Envelope(new Address($sender), array_map(static fn (string $recipient): Address => new Address($recipient), $recipients)));

            return new HandoverResult(HandoverOutcome::Accepted, 'The mail server took it'.($sent === null ? '' : ': '.self::lastReply($sent->getDebug())));
        } catch (LeaseLost $e) {
            throw $e;
        } catch (TransportExceptionInterface $e) {
            return self::resultOf($e, $begun);
        }
    }

    private static function transport(\Closure $beforeData): TransportInterface
    {
        $mailer = Mail::mailer();
        $transport = $mailer instanceof Mailer ? $mailer->getSymfonyTransport() : throw new \LogicException('No mailer');
        if ($transport instanceof HandoverTransport) {
            $transport->beforeData($beforeData);
        } else {
            $beforeData();
        }

        return $transport;
    }

    private static function resultOf(TransportExceptionInterface $e, bool $begun): HandoverResult
    {
        $code = $e instanceof UnexpectedResponseException ? $e->getCode() : 0;
        $words = trim(Preg::replace('/^.*?but got (?:code|an empty response).*?with message "(.*)".*$/s', '$1', $e->getMessage()));

        return match (true) {
            $code >= 500 => new HandoverResult(HandoverOutcome::Refused, 'The mail server refused it: '.$words),
            $code >= 400 => new HandoverResult(HandoverOutcome::Deferred, 'The mail server put it off: '.$words),
            $begun => new HandoverResult(HandoverOutcome::Uncertain, 'The connection broke after the message was handed over, before the mail server answered'),
            default => new HandoverResult(HandoverOutcome::Unreachable, 'The mail server could not be reached: '.$words),
        };
    }

    private static function lastReply(string $debug): string
    {
        Preg::matchAll('/^.*?< (2\d\d .*)$/m', $debug, $replies);

        return trim((string) end($replies[1]));
    }
}
