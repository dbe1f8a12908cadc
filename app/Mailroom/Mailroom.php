<?php

declare(strict_types=1);

namespace App\Mailroom;

use App\Models\Letter;
use React\EventLoop\LoopInterface;
use React\Socket\ConnectionInterface;
use React\Socket\TcpServer;
use ZBateson\MailMimeParser\Header\HeaderConsts;
use ZBateson\MailMimeParser\Message;

/** The mail server stand-in: takes every message on loopback and keeps it, but for some accounts that behave as mail servers do at times. */
final class Mailroom
{
    /** @var array<string, true> message ids put off once */
    private array $deferred = [];

    /**
     * @param  array<string, string>  $accounts  refuse, defer or hang_up by the part of the address before the @
     */
    public function __construct(private readonly array $accounts)
    {
    }

    public function listen(int $port, LoopInterface $loop): TcpServer
    {
        $server = new TcpServer('127.0.0.1:'.$port, $loop);
        $server->on('connection', function (ConnectionInterface $connection): void {
            $session = new SmtpSession($this->deliver(...), $this->receives(...));
            $connection->write($session->greeting());
            $connection->on('data', function (string $bytes) use ($connection, $session): void {
                $connection->write($session->take($bytes));
                if ($session->closed) {
                    $connection->end();
                }
            });
        });

        return $server;
    }

    private function receives(string $address): string
    {
        return $this->temper($address) === 'refuse' ? '550 5.1.1 Mailbox unknown' : '250 Ok';
    }

    /**
     * @param  list<string>  $to
     */
    private function deliver(string $from, array $to, string $raw): string
    {
        $tempers = array_map($this->temper(...), $to);
        if (in_array('hang_up', $tempers, true)) {
            return '';
        }
        $message = Message::from($raw, false);
        $id = $message->getHeaderValue(HeaderConsts::MESSAGE_ID);
        if (in_array('defer', $tempers, true) && ! isset($this->deferred[$key = $id ?? hash('sha256', $raw)])) {
            $this->deferred[$key] = true;

            return '451 4.7.1 Not now, try again later';
        }
        $letter = Letter::query()->create([
            'envelope_from' => $from, 'envelope_to' => $to, 'message_id' => $id,
            'subject' => (string) $message->getHeaderValue(HeaderConsts::SUBJECT),
            'from' => (string) $message->getHeader(HeaderConsts::FROM)?->getValue(),
            'to' => (string) $message->getHeader(HeaderConsts::TO)?->getValue(),
            'raw' => $raw, 'received_at' => now(),
        ]);

        return '250 Ok, kept as letter '.$letter->id;
    }

    private function temper(string $address): ?string
    {
        return $this->accounts[strtolower(strstr($address, '@', true) ?: '')] ?? null;
    }
}
