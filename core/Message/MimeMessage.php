<?php

declare(strict_types=1);

namespace Herald\Message;

use Herald\Render\FilledMessage;
use Herald\Value\Clean;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Exception\RfcComplianceException;

/** A finished e-mail: the exact bytes that are handed to the mail server. */
final readonly class MimeMessage
{
    private function __construct(public string $bytes, public string $sender, public string $recipient, public string $messageId)
    {
    }

    /**
     * Puts a filled message into MIME: multipart/alternative, encoded headers, lines within RFC 5322.
     *
     * @param  string  $dispatch  see {@see MessageId::of}
     *
     * @throws UnsendableMessage when sender, recipient or reply address are not addresses, or the subject is empty
     */
    public static function compose(FilledMessage $message, Recipient $recipient, string $dispatch, \DateTimeImmutable $date): self
    {
        if ($message->subject === '') {
            throw new UnsendableMessage('The subject is empty');
        }
        $from = self::address($message->fromAddress, $message->fromName, 'sender');
        $to = self::address($recipient->address ?? '', $recipient->name ?? '', 'recipient');
        $id = MessageId::of($dispatch, $from->getAddress());

        $email = (new Email)->from($from)->to($to)->subject(Clean::line($message->subject))->date($date)->text($message->text)->html($message->html);
        if ($message->replyTo !== '') {
            $email->replyTo(self::address($message->replyTo, '', 'reply'));
        }
        $email->getHeaders()
            ->addIdHeader('Message-ID', $id)
            ->addTextHeader('Content-Language', $message->language)
            ->addTextHeader('Auto-Submitted', 'auto-generated');

        return new self($email->toString(), $from->getAddress(), $to->getAddress(), $id);
    }

    private static function address(string $address, string $name, string $role): Address
    {
        try {
            return new Address($address, Clean::line($name));
        } catch (RfcComplianceException) {
            throw new UnsendableMessage($address === '' ? "There is no {$role} address" : "\"{$address}\" is not a {$role} address");
        }
    }
}
