<?php

declare(strict_types=1);

namespace App\Mailroom;

use App\Http\StorageTrouble;
use App\Models\Dispatch;
use App\Models\Letter;
use App\Models\Source;
use Composer\Pcre\Preg;
use Illuminate\Support\Facades\DB;
use React\EventLoop\LoopInterface;
use React\EventLoop\TimerInterface;
use React\Socket\ConnectionInterface;
use React\Socket\TcpServer;

/** The mail server stand-in: takes every message on loopback and keeps it, but for some accounts that behave as mail servers do at times. */
final class Mailroom
{
    /** Connections at a time. */
    private const MOST = 50;

    /** A connection on which nothing comes for so long is closed, in seconds (RFC 5321 section 4.5.3.2.7). */
    private const IDLE = 300;

    private int $open = 0;

    /** Begins the Message-ID of a proof; the id of its source follows. */
    public const PROOF = 'proof.';

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
        $server->on('connection', function (ConnectionInterface $connection) use ($loop): void {
            if ($this->open >= self::MOST) {
                $connection->end("421 4.7.0 Too many connections, try again later\r\n");

                return;
            }
            $this->open++;
            $idle = static fn (): TimerInterface => $loop->addTimer(self::IDLE, static fn () => $connection->end("421 4.4.2 Nothing came for too long\r\n"));
            $timer = $idle();
            $connection->on('close', function () use ($loop, &$timer): void {
                $this->open--;
                $loop->cancelTimer($timer);
            });
            $session = new SmtpSession($this->deliver(...), $this->receives(...));
            $connection->write($session->greeting());
            $connection->on('data', static function (string $bytes) use ($connection, $session, $loop, $idle, &$timer): void {
                $loop->cancelTimer($timer);
                $timer = $idle();
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
     * Whatever arrives is kept as it came. What cannot be kept is put off, and ends nothing but its own transaction.
     *
     * @param  list<string>  $to
     */
    private function deliver(string $from, array $to, string $raw): string
    {
        $tempers = array_map($this->temper(...), $to);
        if (in_array('hang_up', $tempers, true)) {
            return '';
        }
        $opened = new OpenedLetter($raw);
        $id = $opened->messageId();
        if (in_array('defer', $tempers, true) && ! isset($this->deferred[$key = $id ?? hash('sha256', $raw)])) {
            $this->deferred[$key] = true;

            return '451 4.7.1 Not now, try again later';
        }
        try {
            $dispatch = $id === null ? null : Dispatch::query()->where('message_id', $id)->first(['id', 'source_id', 'secret', 'subject']);
            // With the words by which it is found, or not at all: whoever is told that it was not kept hands it over once more.
            $letter = DB::transaction(static fn (): Letter => Letter::query()->create([
                'source_id' => $dispatch->source_id ?? self::ofProof($id),
                'envelope_from' => Readable::text($from), 'envelope_to' => array_map(Readable::text(...), $to), 'message_id' => $id,
                // What can be searched says nothing secret.
                'subject' => $dispatch?->secret ? (string) $dispatch->subject : $opened->subject(),
                'from' => $opened->addresses('From'), 'to' => $opened->addresses('To'),
                'raw' => $raw, 'received_at' => now(),
            ]));
        } catch (\Throwable $e) {
            fwrite(STDERR, now()->toIso8601ZuluString()." A letter could not be kept: {$e->getMessage()}\n");

            return StorageTrouble::isBehind($e) ? '452 4.3.1 No room to keep it, try again later' : '451 4.3.0 It could not be kept, try again later';
        }

        return '250 Ok, kept as letter '.$letter->id;
    }

    private static function ofProof(?string $id): ?int
    {
        return Preg::isMatch('/^'.preg_quote(self::PROOF, '/').'(\d{1,9})\./', (string) $id, $found) ? Source::query()->find((int) $found[1])?->id : null;
    }

    private function temper(string $address): ?string
    {
        return $this->accounts[strtolower(strstr($address, '@', true) ?: '')] ?? null;
    }
}
