<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Mailroom\Mailroom;
use Illuminate\Console\Command;
use React\EventLoop\Loop;

final class MailroomCommand extends Command
{
    protected $signature = 'herald:mailroom';

    protected $description = 'Run the mail server stand-in on loopback';

    public function handle(): int
    {
        $port = config()->integer('herald.mailroom.port');
        /** @var array<string, string> $accounts */
        $accounts = config()->array('herald.mailroom.accounts');
        try {
            (new Mailroom($accounts))->listen($port, Loop::get());
        } catch (\RuntimeException $e) {
            $this->error("Port {$port} of 127.0.0.1 cannot be listened on: {$e->getMessage()}");

            return self::FAILURE;
        }
        $this->info("The mailroom takes mail on 127.0.0.1:{$port}.");
        Loop::run();

        return self::SUCCESS;
    }
}
