<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Sending\Recovery;
use Illuminate\Console\Command;

final class SweepCommand extends Command
{
    protected $signature = 'herald:sweep';

    protected $description = 'Look after dispatches whose worker is gone or whose job was lost';

    public function handle(): int
    {
        $this->info(Recovery::sweep().' dispatches looked after.');

        return self::SUCCESS;
    }
}
