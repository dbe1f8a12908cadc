<?php

declare(strict_types=1);

namespace App\Readiness;

use Carbon\CarbonImmutable;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/** Scheduler and workers tell that they are at work, by the machine's clock. */
enum Heartbeat: string
{
    case Scheduler = 'scheduler';
    case Worker = 'worker';
    case CarefulWorker = 'careful worker';

    /** It is told so often at most, in seconds. */
    private const EVERY = 15;

    /** One that was not heard of for so long is gone, in seconds. */
    private const GONE_AFTER = 90;

    /** Nothing is lost when it cannot be told, and who tells it has other work. */
    public function beat(): void
    {
        /** @var array<string, int> $last when this process told it */
        static $last = [];
        if (time() - ($last[$this->value] ?? 0) >= self::EVERY) {
            $last[$this->value] = time();
            try {
                DB::table('heartbeats')->updateOrInsert(['name' => $this->value], ['at' => now()]);
            } catch (QueryException) {
                // Another one has told it at the same moment, or there is no room.
            }
        }
    }

    public function last(): ?CarbonImmutable
    {
        $at = DB::table('heartbeats')->where('name', $this->value)->value('at');

        return is_string($at) ? CarbonImmutable::parse($at, 'UTC') : null;
    }

    public function isAlive(): bool
    {
        return $this->last()?->greaterThan(now()->subSeconds(self::GONE_AFTER)) === true;
    }
}
