<?php

declare(strict_types=1);

namespace App\Mailroom;

use ZBateson\MailMimeParser\Header\AddressHeader;
use ZBateson\MailMimeParser\Header\IHeader;
use ZBateson\MailMimeParser\IMessage;
use ZBateson\MailMimeParser\Message;

/** An e-mail out of its envelope, read back from its bytes. */
final readonly class OpenedLetter
{
    private IMessage $message;

    public function __construct(private string $raw)
    {
        $this->message = Message::from($raw, false);
    }

    public function html(): ?string
    {
        return $this->message->getHtmlContent();
    }

    public function text(): ?string
    {
        return $this->message->getTextContent();
    }

    /**
     * @return array{subject: string, from: string, to: string, reply_to: string, date: string, text: ?string, has_html: bool, headers: list<array{name: string, value: string}>, enclosures: list<array{name: string, type: string, bytes: int}>, source: string}
     */
    public function toArray(): array
    {
        return [
            'subject' => $this->header('Subject'), 'from' => $this->address('From'), 'to' => $this->address('To'),
            'reply_to' => $this->address('Reply-To'), 'date' => $this->header('Date'),
            'text' => $this->text(), 'has_html' => $this->html() !== null,
            'headers' => array_map(static fn (IHeader $header): array => ['name' => $header->getName(), 'value' => $header->getRawValue()], array_values($this->message->getAllHeaders())),
            'enclosures' => array_map(static fn ($part): array => [
                'name' => $part->getFilename() ?? 'unnamed', 'type' => (string) $part->getContentType(), 'bytes' => strlen((string) $part->getContent()),
            ], array_values($this->message->getAllAttachmentParts())),
            'source' => mb_scrub($this->raw, 'UTF-8'),
        ];
    }

    private function header(string $name): string
    {
        return (string) $this->message->getHeaderValue($name);
    }

    /** Names and addresses, decoded. */
    private function address(string $name): string
    {
        $header = $this->message->getHeader($name);

        return $header instanceof AddressHeader
            ? implode(', ', array_map(static fn ($one): string => trim($one->getName().' <'.$one->getEmail().'>'), $header->getAddresses()))
            : '';
    }
}
