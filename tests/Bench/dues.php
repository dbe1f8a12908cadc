<?php

declare(strict_types=1);

use App\Timing\CallDues;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Tests\System\Stack;

/**
 * What it takes to call workers for the thousand messages that are due next, among ten thousand and among a million that are to come, of a hundred thousand records.
 *
 * @return array<string, int|float>
 */
return static function (): array {
    $stack = (new Stack(['HERALD_CLOCK_MOVES' => 'false']))->withDemo(events: 0);
    foreach (['CACHE_STORE' => 'array', ...$stack->environment] as $name => $value) {
        putenv("{$name}={$value}");
        $_ENV[$name] = $_SERVER[$name] = $value;
    }
    (require dirname(__DIR__, 2).'/bootstrap/app.php')->make(Kernel::class)->bootstrap();
    DB::table('dues')->delete();
    $source = DB::table('sources')->where('key', 'larkmoor')->value('id');
    $notice = DB::table('notices')->where('key', 'reminder')->value('id');
    $booking = DB::table('records')->where('key', 'DN-7192')->first();
    $fill = static function (int $from, int $to) use ($source, $notice, $booking): void {
        DB::statement('insert into records (source_id, type, key, data, revision, created_at, updated_at)
            with recursive n(n) as (select ? union all select n + 1 from n where n < ?) select ?, ?, ? || n, ?, 1, ?, ? from n where n % 10 = 0', [$from, $to, $source, 'booking', 'DN-B', $booking->data, $booking->created_at, $booking->updated_at]);
        // Due one after the other, a second apart; ten for each record.
        DB::statement("insert into dues (source_id, notice_id, record_id, occasion, anchor, due_at, record_revision, state, reason, created_at, updated_at)
            with recursive n(n) as (select ? union all select n + 1 from n where n < ?) select ?, ?, (select max(id) from records) - (? - n) / 10, 'date:booking.starts_at:2026-11-25T20:00:00Z:' || n, '2026-11-25T20:00:00Z', datetime('2020-01-01', '+' || n || ' seconds'), 1, 'waiting', 'bench', ?, ? from n", [$from, $to, $source, $notice, $to, $booking->created_at, $booking->created_at]);
        DB::statement('analyze');
    };
    $call = static function (): float {
        $times = [];
        for ($round = 0; $round < 7; $round++) {
            DB::table('jobs')->delete();
            cache()->flush();
            $began = hrtime(true);
            if (CallDues::next() !== 1_000) {
                throw new RuntimeException('Too few are due');
            }
            $times[] = (hrtime(true) - $began) / 1e6;
        }
        DB::table('dues')->update(['try_at' => null]);
        sort($times);

        return $times[3];
    };
    $fill(1, 10_000);
    $call();
    $few = $call();
    $fill(10_001, 1_000_000);
    $many = $call();
    $stack->stop();

    return ['due_growth' => round($many / $few, 2), 'due_ms_at_10000' => round($few, 1), 'due_ms_at_1000000' => round($many, 1)];
};
