<?php

declare(strict_types=1);

namespace Herald\Message;

use Herald\Record\Recipient;
use Herald\Render\FilledMessage;
use Herald\Value\EmailAddress;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;

/** A finished e-mail: the exact bytes that are handed to the mail server. */
final readonly class MimeMessage
{
    /**
     * @param  list<string>  $cc  the addresses that get a copy
     * @param  list<string>  $bcc  those that get one and stand nowhere in the bytes
     */
    private function __construct(public string $bytes, public string $sender, public string $recipient, public string $messageId, public array $cc, public array $bcc)
    {
    }

    /**
     * Puts a filled message into MIME: multipart/alternative, encoded headers, lines within RFC 5322.
     *
     * @param  string  $dispatch  see {@see MessageId::of}
     *
     * @throws UnsendableMessage when sender, recipient, reply or copy addresses are not addresses, or the subject is empty
     */
    public static function compose(FilledMessage $message, Recipient $recipient, string $dispatch, \DateTimeImmutable $date): self
    {
        if ($message->subject === '') {
            throw new UnsendableMessage('The subject is empty');
        }
        $from = self::address($message->fromAddress, $message->fromName, 'sender');
        $to = self::address($recipient->address ?? '', $recipient->name ?? '', 'recipient');
        $id = MessageId::of($dispatch, $from->getAddress());

        $email = (new Email)->from($from)->to($to)->subject(HeaderText::of($message->subject))->date($date)->text($message->text)->html($message->html);
        if ($message->replyTo !== '') {
            $email->replyTo(self::address($message->replyTo, '', 'reply'));
        }
        $cc = self::addresses($message->cc, 'CC');
        $email->cc(...$cc);
        $email->getHeaders()
            ->addIdHeader('Message-ID', $id)
            ->addTextHeader('Content-Language', $message->language)
            ->addTextHeader('Auto-Submitted', 'auto-generated');

        $copies = self::others($cc, $to->getAddress());

        return new self($email->toString(), $from->getAddress(), $to->getAddress(), $id, $copies, self::others(self::addresses($message->bcc, 'BCC'), $to->getAddress(), ...$copies));
    }

    /**
     * @param  list<Address>  $addresses
     * @return list<string> each once, and none that gets the message anyhow
     */
    private static function others(array $addresses, string ...$served): array
    {
        return array_values(array_diff(array_unique(array_map(static fn (Address $address): string => $address->getAddress(), $addresses)), $served));
    }

    /**
     * The same as a proof: the subject says so, and no copies are made.
     *
     * @throws UnsendableMessage as above
     */
    public static function proof(FilledMessage $message, Recipient $recipient, string $id, \DateTimeImmutable $date): self
    {
        if ($message->subject === '') {
            throw new UnsendableMessage('The subject is empty');
        }

        return self::compose(new FilledMessage(
            $message->language, '[Proof] '.$message->subject, $message->preview, $message->fromName, $message->fromAddress, $message->replyTo, $message->html, $message->text,
        ), $recipient, $id, $date);
    }

    /**
     * @return list<Address>
     */
    private static function addresses(string $list, string $role): array
    {
        return array_map(static fn (string $part): Address => self::address($part, '', $role), EmailAddress::split($list));
    }

    private static function address(string $address, string $name, string $role): Address
    {
        return EmailAddress::read($address) === null
            ? throw new UnsendableMessage($address === '' ? "There is no {$role} address" : "\"{$address}\" is not a {$role} address")
            : new Address($address, HeaderText::name($name));
    }
}
