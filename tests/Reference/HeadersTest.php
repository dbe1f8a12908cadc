<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Message\MimeMessage;
use Herald\Record\Recipient;
use Herald\Render\FilledMessage;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use ZBateson\MailMimeParser\Header\AddressHeader;
use ZBateson\MailMimeParser\Message;

/** Subjects and names of every awkward kind, read back by two programs that are not ours: zbateson/mail-mime-parser and npm mailparser (RFC 5322, 2047). */
final class HeadersTest extends TestCase
{
    private const WORDS = [
        'Order LM-1', 'Grüße aus Larkmoor', '=?utf-8?B?SGk=?=', 'a =?utf-8?Q?=0D=0ABcc:_x@example.org?= b', '=?nope-9?B?/w==?=', "line\r\nBcc: x@example.org", 'صباح الخير', '🌙 clear', '"quoted", (comment) <x@example.org>; \\',
        '50 % off = more?', "O'Neill & <b>Sons</b>", '{{ 7*7 }}',
    ];

    public function test_two_other_programs_read_the_words_that_were_written(): void
    {
        $messages = $expected = $names = [];
        foreach ([...self::WORDS, str_repeat('long words ', 30), str_repeat('ä', 90), str_repeat('=?utf-8?Q?ä?= ', 12), str_repeat('x', 3_000), str_repeat('ß', 3_000), 'https://example.org/'.str_repeat('ab%20', 300), str_repeat('word ', 2_000)] as $words) {
            $messages[] = MimeMessage::compose(new FilledMessage('en', $words, '', $words, 'a@example.org', '', '<p>x</p>', 'x'), new Recipient('b@example.org', $words), 'test', new \DateTimeImmutable('2026-11-26T00:00:00Z'))->bytes;
            $expected[] = trim((string) preg_replace('/\s+/', ' ', $words));
            $names[] = mb_strlen(end($expected)) > 200 ? rtrim(mb_substr(end($expected), 0, 199)).'…' : end($expected);
        }
        $process = new Process(['node', __DIR__.'/read-headers.mjs'], input: implode("\n", array_map(base64_encode(...), $messages))."\n");
        $read = array_map(static fn (string $line): array => json_decode($line, true, flags: JSON_THROW_ON_ERROR), explode("\n", trim($process->mustRun()->getOutput())));

        foreach ($messages as $n => $bytes) {
            $one = Message::from($bytes, false);
            $from = $one->getHeader('From');
            self::assertInstanceOf(AddressHeader::class, $from);
            self::assertSame([$expected[$n], $names[$n], $names[$n]], [$read[$n]['subject'], $read[$n]['from']['name'], $read[$n]['to'][0]['name']], 'mailparser');
            self::assertSame([$expected[$n], $names[$n]], [$one->getHeaderValue('Subject'), $from->getPersonName()], 'mail-mime-parser');
            self::assertSame(['a@example.org', 'b@example.org'], [$read[$n]['from']['address'], $read[$n]['to'][0]['address']]);
            self::assertCount(1, $read[$n]['to']);
            self::assertNotContains('bcc', $read[$n]['headers']);
            foreach (explode("\r\n", explode("\r\n\r\n", $bytes)[0]) as $line) {
                self::assertLessThanOrEqual(998, strlen($line));
            }
        }
    }
}
