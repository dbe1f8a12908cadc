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

    /** The least that a server must take (RFC 5321 section 4.5.3.1.8). */
    private const MAX_RECIPIENTS = 100;

    private string $buffer = '';

    private ?string $from = null;

    /** @var list<string> */
    private array $to = [];

    private ?string $data = null;

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
        if (strlen($this->buffer) > ($this->data === null ? self::MAX_LINE : self::MAX_MESSAGE)) {
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
        $this->data = '';

        return "354 Go on, end with a dot\r\n";
    }

    private function line(string $line): string
    {
        if (rtrim($line, "\r\n") === '.') {
            $reply = strlen((string) $this->data) > self::MAX_MESSAGE ? '552 Too large' : ($this->deliver)((string) $this->from, $this->to, (string) $this->data);
            $this->reset();
            $this->closed = $reply === '';

            return $reply === '' ? '' : $reply."\r\n";
        }
        if (strlen((string) $this->data) <= self::MAX_MESSAGE) {
            $this->data .= $line[0] === '.' ? substr($line, 1) : $line;
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
        [$this->from, $this->to, $this->data] = [null, [], null];

        return '';
    }

    private static function address(string $line): ?string
    {
        return Preg::isMatch('/<([^<>]*)>/', $line, $match) ? $match[1] : null;
    }
}
