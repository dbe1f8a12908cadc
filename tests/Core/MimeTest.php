<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Message\MimeMessage;
use Herald\Message\UnsendableMessage;
use Herald\Record\Recipient;
use Herald\Render\FilledMessage;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use ZBateson\MailMimeParser\Message;

final class MimeTest extends TestCase
{
    /** RFC 5322 section 2.1.1 (998 octets), RFC 2047 (encoded words), read back with zbateson/mail-mime-parser. */
    public function test_it_reads_back_as_it_was_meant(): void
    {
        $name = 'Łukasz "Lu" O’Shea, '.str_repeat('Ümläut ', 20);
        $message = self::compose(['subject' => 'Ihre Bestellung ist in guten Händen 🌟 '.str_repeat('sehr ', 30), 'html' => '<p>'.str_repeat('ä', 5000).'</p>', 'text' => str_repeat('x', 3000)], new Recipient('a+b@example.org', $name));
        $read = Message::from($message->bytes, false);

        self::assertSame('Ihre Bestellung ist in guten Händen 🌟 '.trim(str_repeat('sehr ', 30)), trim((string) $read->getHeaderValue('Subject')));
        self::assertSame(trim($name), trim((string) $read->getHeader('To')?->getPersonName()));
        self::assertSame('a+b@example.org', $read->getHeaderValue('To'));
        self::assertSame('<p>'.str_repeat('ä', 5000).'</p>', $read->getHtmlContent());
        self::assertSame(str_repeat('x', 3000), $read->getTextContent());
        self::assertSame('multipart/alternative', $read->getHeaderValue('Content-Type'));
        self::assertSame('de', $read->getHeaderValue('Content-Language'));
        self::assertSame('01abc@larkmoor.example.org', $read->getHeaderValue('Message-ID'));
        foreach (explode("\r\n", $message->bytes) as $line) {
            self::assertLessThanOrEqual(998, strlen($line));
            self::assertDoesNotMatchRegularExpression('/[\x80-\xFF]/', $line, 'nothing needs an 8-bit path');
        }
    }

    /** OWASP ASVS 5.2.3 (mail injection). */
    public function test_line_ends_in_data_make_no_headers(): void
    {
        $message = self::compose(['subject' => "Hello\r\nBcc: everyone@example.org\r\n\r\nBody", 'fromName' => "Desk\nX-Evil: 1"], new Recipient('a@example.org', "A\r\nCc: b@example.org"));
        $headers = strstr($message->bytes, "\r\n\r\n", true);

        self::assertDoesNotMatchRegularExpression('/^(Bcc|Cc|X-Evil):/mi', (string) $headers);
        self::assertSame(['From', 'To', 'Subject', 'Date', 'Message-ID', 'Content-Language', 'Auto-Submitted', 'MIME-Version', 'Content-Type'], array_map(
            static fn ($header): string => $header->getName(), array_values(Message::from($message->bytes, false)->getAllHeaders()),
        ));
    }

    /** A second reader: npm mailparser. */
    public function test_another_reader_agrees(): void
    {
        $message = self::compose(['subject' => 'Ünïcode – „quoted“', 'replyTo' => 'desk@example.org'], new Recipient('a@example.org', 'ليلى حداد'));
        $script = "const {simpleParser} = require('mailparser'); let s = ''; process.stdin.on('data', d => s += d).on('end', () => simpleParser(s).then(m => console.log(JSON.stringify({subject: m.subject, to: m.to.value, replyTo: m.replyTo.value, id: m.messageId, html: m.html, text: m.text}))))";
        $process = new Process(['node', '-e', $script], dirname(__DIR__, 2), input: $message->bytes);
        $read = json_decode($process->mustRun()->getOutput(), true);

        self::assertSame('Ünïcode – „quoted“', $read['subject']);
        self::assertSame([['address' => 'a@example.org', 'name' => 'ليلى حداد']], $read['to']);
        self::assertSame('desk@example.org', $read['replyTo'][0]['address']);
        self::assertSame('<01abc@larkmoor.example.org>', $read['id']);
        self::assertSame('<p>Hello</p>', $read['html']);
    }

    /**
     * @return iterable<string, array{array<string, string>, ?string, string}>
     */
    public static function unsendable(): iterable
    {
        yield 'no subject' => [['subject' => ''], 'a@example.org', 'The subject is empty'];
        yield 'no sender' => [['fromAddress' => ''], 'a@example.org', 'There is no sender address'];
        yield 'bad sender' => [['fromAddress' => 'shop'], 'a@example.org', '"shop" is not a sender address'];
        yield 'no recipient' => [[], null, 'There is no recipient address'];
        yield 'bad reply address' => [['replyTo' => 'x y'], 'a@example.org', '"x y" is not a reply address'];
    }

    /**
     * @param  array<string, string>  $changes
     */
    #[DataProvider('unsendable')]
    public function test_what_cannot_be_sent_says_why(array $changes, ?string $recipient, string $words): void
    {
        $this->expectExceptionObject(new UnsendableMessage($words));
        self::compose($changes, new Recipient($recipient));
    }

    /**
     * @param  array<string, string>  $changes
     */
    private static function compose(array $changes, Recipient $recipient): MimeMessage
    {
        return MimeMessage::compose(new FilledMessage(...array_replace([
            'language' => 'de', 'subject' => 'Hello', 'preview' => '', 'fromName' => 'Larkmoor', 'fromAddress' => 'shop@larkmoor.example.org', 'replyTo' => '', 'html' => '<p>Hello</p>', 'text' => 'Hello',
        ], $changes)), $recipient, '01abc', new \DateTimeImmutable('2026-11-22T08:00:00Z'));
    }
}
