<?php

declare(strict_types=1);

namespace App\Timing;

use App\Jobs\WorkDue;
use App\Models\Due;
use App\Models\DueState;
use Illuminate\Support\Facades\DB;

/** Calls workers for what has come due. Run every few seconds; run twice at once it calls twice, and who comes second finds nothing to do. */
final class CallDues
{
    private const AT_ONCE = 1_000;

    /** @return int how many were called for */
    public static function all(): int
    {
        $called = 0;
        do {
            $called += $now = self::next();
        } while ($now === self::AT_ONCE);

        return $called;
    }

    /** @return int how many were called for: those that are due first, a thousand at most */
    public static function next(): int
    {
        $dues = Due::query()->where('state', DueState::Waiting)->whereNull('try_at')->where('due_at', '<=', Clock::now())->orderBy('due_at')->limit(self::AT_ONCE)->pluck('id')->all();
        if ($dues !== []) {
            DB::transaction(static function () use ($dues): void {
                Due::query()->whereKey($dues)->where('state', DueState::Waiting)->whereNull('try_at')->update(['try_at' => now()]);
                foreach ($dues as $due) {
                    WorkDue::dispatch($due);
                }
            });
        }

        return count($dues);
    }
}
