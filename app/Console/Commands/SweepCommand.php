<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Readiness\Heartbeat;
use App\Sending\Recovery;
use App\Timing\CallDues;
use Illuminate\Console\Command;

final class SweepCommand extends Command
{
    protected $signature = 'herald:sweep';

    protected $description = 'Call workers for what has come due, and look after what a worker left behind or whose job was lost';

    public function handle(): int
    {
        Heartbeat::Scheduler->beat();
        $this->info(CallDues::all().' called, '.Recovery::sweep().' looked after.');

        return self::SUCCESS;
    }
}
