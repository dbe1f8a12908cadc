<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Audit\Audit;
use App\Timing\CallDues;
use App\Timing\Clock;
use Carbon\CarbonImmutable;
use Herald\Value\Moment;
use Illuminate\Console\Command;

final class ClockCommand extends Command
{
    protected $signature = 'herald:clock {to? : the moment to move it on to, e.g. 2026-11-24T09:00:00Z}';

    protected $description = 'Show the clock that the work goes by, or move it on, where it may be moved (HERALD_CLOCK_MOVES); what comes due goes out';

    public function handle(): int
    {
        $to = $this->argument('to');
        if ($to === null) {
            $this->info(Clock::now()->toIso8601ZuluString());

            return self::SUCCESS;
        }
        $moment = Moment::read($to);
        if (! Clock::mayBeMoved() || $moment === null || ! Clock::moveTo(CarbonImmutable::parse($moment))) {
            $this->error(Clock::mayBeMoved() ? 'Give a moment that is still to come, within ten years, such as 2026-11-24T09:00:00Z.' : 'This clock is the machine’s; it can be moved where HERALD_CLOCK_MOVES is true, as in the demo.');

            return self::FAILURE;
        }
        Audit::note(null, 'clock', "The clock moved on to {$moment}");
        $this->info("The clock shows {$moment}. ".CallDues::all().' messages have come due.');

        return self::SUCCESS;
    }
}
