<?php

declare(strict_types=1);

namespace App\Mailroom;

use Composer\Pcre\Preg;
use ZBateson\MailMimeParser\Header\AddressHeader;
use ZBateson\MailMimeParser\Header\IHeader;
use ZBateson\MailMimeParser\IMessage;
use ZBateson\MailMimeParser\Message;

/**
 * An e-mail out of its envelope, read back from its bytes: the one reader of letters. Letters come from strangers; what of one cannot be read is shown as it came, and keeps
 * nothing else from being read.
 */
final readonly class OpenedLetter
{
    /** A letter with more parts, more that looks like headers, or a longer head is not taken apart: that would take seconds and more. */
    private const MOST_PARTS = 500;

    private const MOST_HEADERS = 4_000;

    private const LONGEST_HEAD = 200_000;

    private ?IMessage $message;

    public function __construct(private string $raw)
    {
        $this->message = self::isTooMuch($raw) ? null : self::tried(static fn (): IMessage => Message::from($raw, false));
    }

    private static function isTooMuch(string $raw): bool
    {
        return strcspn(strtr(substr($raw, 0, self::LONGEST_HEAD + 3), ["\r\n\r\n" => "\0", "\n\n" => "\0"]), "\0") > self::LONGEST_HEAD
            || Preg::matchAll('/^content-type:/mi', $raw) > self::MOST_PARTS || Preg::matchAll('/^[!-9;-~]{1,70}:[ \t]/m', $raw) > self::MOST_HEADERS;
    }

    public function html(): ?string
    {
        return $this->content(static fn (IMessage $message): ?string => $message->getHtmlContent());
    }

    public function text(): ?string
    {
        return $this->content(static fn (IMessage $message): ?string => $message->getTextContent());
    }

    public function subject(): string
    {
        return $this->header('Subject');
    }

    /** Without its angle brackets; null when it has none. */
    public function messageId(): ?string
    {
        $id = mb_substr($this->header('Message-ID'), 0, 255);

        return $id === '' ? null : $id;
    }

    /** Names and addresses, decoded. */
    public function addresses(string $name): string
    {
        return $this->read(static function (IMessage $message) use ($name): string {
            $header = $message->getHeader($name);

            return $header instanceof AddressHeader
                ? implode(', ', array_map(static fn ($one): string => trim($one->getName().' <'.$one->getEmail().'>'), $header->getAddresses()))
                : '';
        }) ?? $this->asItCame($name);
    }

    /**
     * @return array{subject: string, from: string, to: string, reply_to: string, date: string, text: ?string, has_html: bool, headers: list<array{name: string, value: string}>, enclosures: list<array{name: string, type: string, bytes: int}>, source: string}
     */
    public function toArray(): array
    {
        return [
            'subject' => $this->subject(), 'from' => $this->addresses('From'), 'to' => $this->addresses('To'),
            'reply_to' => $this->addresses('Reply-To'), 'date' => $this->header('Date'),
            'text' => $this->text(), 'has_html' => $this->html() !== null,
            'headers' => $this->headers(), 'enclosures' => $this->enclosures(),
            'source' => Readable::text($this->raw),
        ];
    }

    /**
     * @return list<array{name: string, value: string}>
     */
    private function headers(): array
    {
        $headers = self::tried(fn (): array => array_values($this->message?->getAllHeaders() ?? [])) ?? [];

        return array_map(static fn (IHeader $header): array => ['name' => Readable::text($header->getName()), 'value' => Readable::text($header->getRawValue())], $headers);
    }

    /**
     * @return list<array{name: string, type: string, bytes: int}>
     */
    private function enclosures(): array
    {
        $parts = self::tried(fn (): array => array_values($this->message?->getAllAttachmentParts() ?? [])) ?? [];

        return array_map(static fn ($part): array => [
            'name' => Readable::text(self::tried(static fn (): ?string => $part->getFilename()) ?? 'unnamed'),
            'type' => Readable::text((string) self::tried(static fn (): string => (string) $part->getContentType())),
            'bytes' => strlen((string) self::tried(static fn (): ?string => $part->getContent())),
        ], $parts);
    }

    private function header(string $name): string
    {
        // What was meant for decoding and came to nothing could not be decoded.
        return $this->read(static fn (IMessage $message): string => (string) $message->getHeaderValue($name)) ?: $this->asItCame($name);
    }

    /** A header that cannot be decoded, unfolded. */
    private function asItCame(string $name): string
    {
        $head = Preg::split('/\r?\n\r?\n/', substr($this->raw, 0, self::LONGEST_HEAD), 2)[0];
        Preg::match('/^'.preg_quote($name, '/').':[ \t]*(.*(?:\r?\n[ \t].*)*)/mi', $head, $found);

        return trim(Readable::text(Preg::replace('/\r?\n[ \t]+/', ' ', $found[1] ?? '')));
    }

    /**
     * @param  \Closure(IMessage): ?string  $read
     */
    private function content(\Closure $read): ?string
    {
        $content = $this->message === null ? null : self::tried(fn (): ?string => $read($this->message));

        return $content === null ? null : Readable::text($content);
    }

    /**
     * @param  \Closure(IMessage): string  $read
     * @return string|null null when it cannot be read
     */
    private function read(\Closure $read): ?string
    {
        $text = $this->message === null ? null : self::tried(fn (): string => $read($this->message));

        // Words that were decoded to something else than text were not decoded rightly.
        return $text !== null && mb_check_encoding($text, 'UTF-8') ? $text : null;
    }

    /**
     * @template T
     *
     * @param  \Closure(): T  $read
     * @return T|null
     */
    private static function tried(\Closure $read): mixed
    {
        try {
            return @$read();
        } catch (\Throwable) {
            return null;
        }
    }
}
