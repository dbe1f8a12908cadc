<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\SendDispatch;
use App\Mail\Greeting;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Sending\Deliver;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\PhpProcess;

/** What a mail server says, whatever it says. */
final class MailServerTest extends TestCase
{
    /** A server that takes its greeting and its last answer from its environment, and listens at a port of its own. */
    private const SERVER = <<<'PHP'
        <?php
        $server = stream_socket_server('tcp://127.0.0.1:0');
        echo stream_socket_get_name($server, false), "\n";
        while ($mail = stream_socket_accept($server, 60)) {
            fwrite($mail, base64_decode(getenv('GREETING')));
            for ($isText = false; ($line = fgets($mail)) !== false;) {
                if ($isText && $line !== ".\r\n") {
                    continue;
                }
                fwrite($mail, match (true) {
                    $isText => base64_decode(getenv('ANSWER')),
                    $line === "DATA\r\n" => "354 Go on\r\n",
                    default => "250 Yes\r\n",
                });
                $isText = $line === "DATA\r\n";
            }
        }
        PHP;

    private ?PhpProcess $server = null;

    protected function tearDown(): void
    {
        $this->server?->stop(0);
        parent::tearDown();
    }

    /**
     * @return iterable<string, array{string, DispatchState, string}>
     */
    public static function answers(): iterable
    {
        yield 'taken, in Latin-1, with control characters' => ["250 2.0.0 F\xFCr Sie \x00\x1B[31mangenommen", DispatchState::Sent, 'The mail server took it: 250 2.0.0 F?r Sie [31mangenommen'];
        yield 'taken, at length' => ['250 '.str_repeat('taken ', 2_000), DispatchState::Sent, 'The mail server took it: 250 taken taken'];
        yield 'refused, in Latin-1, in several lines' => ["554-F\xFCr Sie\r\n554 nicht\x00", DispatchState::Failed, 'The mail server refused it: 554-F?r Sie 554 nicht'];
        yield 'put off, at length' => ['451 '.str_repeat("sp\xE4ter ", 2_000), DispatchState::Queued, 'The mail server put it off: 451 sp?ter sp?ter'];
        yield 'something else' => ["\xFF\xFE\x00", DispatchState::Uncertain, 'The connection broke after the message was handed over'];
    }

    #[DataProvider('answers')]
    public function test_whatever_it_answers_is_noted_and_shown(string $answer, DispatchState $state, string $reason): void
    {
        $this->listen("220 Here\r\n", "{$answer}\r\n");
        $this->ask('POST', '/api/v1/events', ['id' => 'placed', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($this->larkmoor()))->assertStatus(202);
        $this->decide();
        $dispatch = Dispatch::query()->where('state', DispatchState::Queued)->firstOrFail();
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        self::assertSame($state, $dispatch->refresh()->state);
        self::assertStringStartsWith($reason, (string) $dispatch->state_reason);
        self::assertLessThan(700, mb_strlen((string) $dispatch->state_reason));
        $this->signIn()->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertOk()->assertJsonPath('state', $state->value);
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches')->assertOk();
    }

    public function test_a_greeting_that_is_none_is_told(): void
    {
        $this->listen("5\xFC0 Nein\x00\r\n", '');
        $this->larkmoor();
        self::assertFalse(Greeting::ofMailServer()->answers);
        $this->signIn()->ask('GET', '/api/app/sources/larkmoor/readiness')->assertOk();
    }

    private function listen(string $greeting, string $answer): void
    {
        $this->server = new PhpProcess(self::SERVER, env: ['GREETING' => base64_encode($greeting), 'ANSWER' => base64_encode($answer)]);
        $this->server->start();
        $address = '';
        $this->server->waitUntil(static function (string $type, string $said) use (&$address): bool {
            return str_ends_with($address .= $said, "\n");
        });
        config(['mail.default' => 'smtp', 'mail.mailers.smtp' => ['port' => (int) explode(':', trim($address))[1], 'host' => '127.0.0.1'] + config()->array('mail.mailers.smtp')]);
    }
}
