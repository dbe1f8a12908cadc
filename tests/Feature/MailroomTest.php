<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Mailroom\Mailroom;
use App\Mailroom\OpenedLetter;
use App\Mailroom\Readable;
use App\Mailroom\SmtpSession;
use PHPUnit\Framework\Attributes\DataProvider;
use React\EventLoop\StreamSelectLoop;

/** The mail server stand-in, with what a stranger may send it (RFC 5321, 4.5.3). */
final class MailroomTest extends TestCase
{
    /** @var list<string> what was delivered */
    private array $letters = [];

    public function test_messages_that_do_not_end_take_little_memory(): void
    {
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $sessions = array_map(fn (): SmtpSession => $this->smtp(), range(1, 5));
        foreach ([1, 2] as $half) {
            foreach ($sessions as $session) {
                for ($sent = 0; $sent < 15_500_000; $sent += 65_536) {
                    self::assertSame('', $session->take(str_repeat("{$half}".str_repeat('x', 1_022)."\n", 64)));
                }
            }
        }
        self::assertLessThan(40_000_000, memory_get_peak_usage() - $before);
    }

    public function test_a_message_is_kept_as_it_came_however_it_is_cut_and_however_long_its_lines_are(): void
    {
        $lines = ["Subject: x\r\n", "\r\n", str_repeat('long', 500_000)."\r\n", "..\r\n", ".dot\r\n", str_repeat('x', 65_536).'.', "\r\n", "\n"];
        $sent = implode('', array_map(static fn (string $line): string => str_starts_with($line, '.') ? ".{$line}" : $line, $lines));
        foreach ([1_000_000, 65_537, 1_000] as $piece) {
            $session = $this->smtp();
            $replies = implode('', array_map($session->take(...), str_split($sent."\r\n.\r\nQUIT\r\n", $piece)));
            self::assertSame("250 Ok\r\n221 Bye\r\n", $replies);
            self::assertSame(hash('sha256', implode('', $lines)."\r\n"), hash('sha256', (string) array_pop($this->letters)));
        }
    }

    public function test_what_is_too_large_is_refused_when_it_ends_and_the_next_is_taken(): void
    {
        $session = $this->smtp();
        for ($sent = 0; $sent < 34_000_000; $sent += 1_000_000) {
            $session->take(str_repeat(str_repeat('x', 998)."\r\n", 1_000));
        }
        self::assertSame("552 Too large\r\n", $session->take(".\r\n"));
        self::assertSame("250 Ok\r\n250 Ok\r\n354 Go on, end with a dot\r\n250 Ok\r\n", $session->take("MAIL FROM:<a@example.org>\r\nRCPT TO:<b@example.org>\r\nDATA\r\nx\r\n.\r\n"));
        self::assertSame(["x\r\n"], $this->letters);
    }

    public function test_no_more_connections_are_open_than_it_can_serve(): void
    {
        $loop = new StreamSelectLoop;
        $server = (new Mailroom([]))->listen(0, $loop);
        $port = parse_url((string) $server->getAddress(), PHP_URL_PORT);
        $open = array_map(static fn () => stream_socket_client("tcp://127.0.0.1:{$port}") ?: self::fail('It does not listen.'), range(1, 52));
        $greetings = [];
        while (count($greetings) < 52) {
            $loop->futureTick(static fn () => $loop->futureTick($loop->stop(...)));
            $loop->run();
            foreach ($open as $number => $socket) {
                stream_set_blocking($socket, false);
                $said = isset($greetings[$number]) ? false : fgets($socket);
                $greetings += is_string($said) ? [$number => substr($said, 0, 3)] : [];
            }
        }
        self::assertSame(['220' => 50, '421' => 2], array_count_values($greetings));
        fclose($open[0]);
        while ($server->getAddress() !== null) {
            $loop->futureTick(static fn () => $loop->futureTick($loop->stop(...)));
            $loop->run();
            $next = stream_socket_client("tcp://127.0.0.1:{$port}") ?: self::fail('It does not listen.');
            $loop->futureTick(static fn () => $loop->futureTick($loop->stop(...)));
            $loop->run();
            if (str_starts_with((string) fgets($next), '220')) {
                break;
            }
        }
        $server->close();
    }

    /** @return iterable<string, array{string}> letters that took from seconds to minutes */
    public static function intricate(): iterable
    {
        yield 'nested' => [implode('', array_map(static fn (int $depth): string => "Content-Type: multipart/mixed; boundary=b{$depth}\r\n\r\n--b{$depth}\r\n", range(1, 2_000)))."Content-Type: text/plain\r\n\r\nwords"];
        yield 'letters within letters' => [str_repeat("Content-Type: message/rfc822\r\n\r\n", 2_000).'words'];
        yield 'many parts' => ["Content-Type: multipart/mixed; boundary=b\r\n\r\n".str_repeat("--b\r\nContent-Type: image/png; name=a\r\n\r\nx\r\n", 20_000).'words'];
        yield 'many headers' => [implode('', array_map(static fn (int $number): string => "X-{$number}: a\r\n", range(1, 20_000)))."\r\nwords"];
        yield 'a long head' => ['X: '.str_repeat("a\r\n b", 100_000)."\r\n\r\nwords"];
    }

    #[DataProvider('intricate')]
    public function test_what_is_too_intricate_to_be_taken_apart_is_shown_as_it_came(string $rest): void
    {
        $read = (new OpenedLetter("Subject: Moon\r\nMessage-ID: <a@example.org>\r\n{$rest}"))->toArray();
        self::assertSame(['Moon', null, false, []], [$read['subject'], $read['text'], $read['has_html'], $read['enclosures']]);
        self::assertStringEndsWith('words', $read['source']);
    }

    public function test_bytes_that_are_no_text_are_shown_however_much_text_stands_around_them(): void
    {
        $text = str_repeat('words ', 200_000);
        self::assertSame($text.'\xFF'.$text, Readable::text("{$text}\xFF{$text}"));
    }

    private function smtp(): SmtpSession
    {
        $session = new SmtpSession(function (string $from, array $to, string $raw): string {
            $this->letters[] = $raw;

            return '250 Ok';
        }, static fn (): string => '250 Ok');
        $session->take("EHLO x\r\nMAIL FROM:<a@example.org>\r\nRCPT TO:<b@example.org>\r\nDATA\r\n");

        return $session;
    }
}
