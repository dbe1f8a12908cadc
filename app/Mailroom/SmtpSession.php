<?php

declare(strict_types=1);

namespace App\Mailroom;

use Composer\Pcre\Preg;

/**
 * The server's side of one SMTP connection (RFC 5321): takes in bytes, gives back replies. Knows nothing of sockets. Commands may
 * come in pipelines (RFC 2920).
 */
final class SmtpSession
{
    private const MAX_MESSAGE = 33_554_432;

    private const MAX_LINE = 4096;

    /** What of a message is kept in memory while it comes; the rest goes to a file. */
    private const IN_MEMORY = 1_000_000;

    /** A line of a message that is longer is taken piece by piece (RFC 5321 section 4.5.3.1.6 allows 1,000 octets). */
    private const MAX_PIECE = 65_536;

    /** The least that a server must take (RFC 5321 section 4.5.3.1.8). */
    private const MAX_RECIPIENTS = 100;

    private string $buffer = '';

    private ?string $from = null;

    /** @var list<string> */
    private array $to = [];

    /** @var resource|null what has come of a message */
    private $data = null;

    private int $length = 0;

    private bool $hasRoom = true;

    /** Whether a line of the message is in the middle of being taken. */
    private bool $isWithinLine = false;

    public bool $closed = false;

    /**
     * @param  \Closure(string $from, list<string> $to, string $raw): string  $deliver  stores a message and gives the reply; an empty reply means hanging up
     * @param  \Closure(string $address): string  $receives  the reply to a recipient
     */
    public function __construct(private readonly \Closure $deliver, private readonly \Closure $receives)
    {
    }

    public function greeting(): string
    {
        return "220 mailroom ready\r\n";
    }

    public function take(string $bytes): string
    {
        $this->buffer .= $bytes;
        $replies = '';
        $read = 0;
        while (! $this->closed && ($end = strpos($this->buffer, "\n", $read)) !== false) {
            $line = substr($this->buffer, $read, $end + 1 - $read);
            $read = $end + 1;
            $replies .= $this->data === null ? $this->command(rtrim($line, "\r\n")) : $this->line($line);
        }
        $this->buffer = substr($this->buffer, $read);
        if ($this->data !== null && strlen($this->buffer) > self::MAX_PIECE) {
            $this->line($this->buffer);
            $this->buffer = '';
        } elseif ($this->data === null && strlen($this->buffer) > self::MAX_LINE) {
            $this->closed = true;
            $replies .= "500 Line too long\r\n";
        }

        return $replies;
    }

    private function command(string $line): string
    {
        $verb = strtoupper(strtok($line, ' :') ?: '');

        return match ($verb) {
            'EHLO' => "250-mailroom\r\n250-8BITMIME\r\n250-PIPELINING\r\n250 SIZE ".self::MAX_MESSAGE."\r\n",
            'HELO' => "250 mailroom\r\n",
            'MAIL' => $this->mail($line),
            'RCPT' => $this->rcpt($line),
            'DATA' => $this->to === [] ? "503 No recipient yet\r\n" : $this->open(),
            'RSET' => $this->reset()."250 Ok\r\n",
            'NOOP' => "250 Ok\r\n",
            'QUIT' => $this->quit(),
            default => "500 Not known here\r\n",
        };
    }

    private function mail(string $line): string
    {
        $this->reset();
        $this->from = self::address($line);

        return $this->from === null ? "501 That is no address\r\n" : "250 Ok\r\n";
    }

    private function rcpt(string $line): string
    {
        $address = self::address($line);
        if (count($this->to) >= self::MAX_RECIPIENTS) {
            return "452 Too many recipients\r\n";
        }
        if ($this->from === null || $address === null || $address === '') {
            return $this->from === null ? "503 No sender yet\r\n" : "501 That is no address\r\n";
        }
        $reply = ($this->receives)($address);
        if (str_starts_with($reply, '2')) {
            $this->to[] = $address;
        }

        return $reply."\r\n";
    }

    private function open(): string
    {
        $this->data = fopen('php://temp/maxmemory:'.self::IN_MEMORY, 'w+b') ?: null;
        if ($this->data === null) {
            return "452 4.3.1 No room\r\n";
        }

        return "354 Go on, end with a dot\r\n";
    }

    private function line(string $line): string
    {
        if ($this->data === null) {
            return '';
        }
        if (! $this->isWithinLine && rtrim($line, "\r\n") === '.') {
            $reply = match (true) {
                $this->length > self::MAX_MESSAGE => '552 Too large',
                ! $this->hasRoom => '452 4.3.1 No room to keep it, try again later',
                default => ($this->deliver)((string) $this->from, $this->to, (string) stream_get_contents($this->data, offset: 0)),
            };
            $this->reset();
            $this->closed = $reply === '';

            return $reply === '' ? '' : $reply."\r\n";
        }
        $taken = $line[0] === '.' && ! $this->isWithinLine ? substr($line, 1) : $line;
        $this->isWithinLine = ! str_ends_with($line, "\n");
        $this->length += strlen($taken);
        // Of what is too large, or has no room, the end is awaited.
        if ($this->length <= self::MAX_MESSAGE && $this->hasRoom && @fwrite($this->data, $taken) !== strlen($taken)) {
            $this->hasRoom = false;
        }

        return '';
    }

    private function quit(): string
    {
        $this->closed = true;

        return "221 Bye\r\n";
    }

    private function reset(): string
    {
        [$this->from, $this->to, $this->data, $this->length, $this->hasRoom, $this->isWithinLine] = [null, [], null, 0, true, false];

        return '';
    }

    private static function address(string $line): ?string
    {
        return Preg::isMatch('/<([^<>]*)>/', $line, $match) ? $match[1] : null;
    }
}
