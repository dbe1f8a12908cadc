<?php

declare(strict_types=1);

namespace App\Timing;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * The clock by which the work goes: what is due, what conditions and messages call now. It is the machine's, but where it may be moved on, as in the demo. Leases, retries, sessions,
 * rates and what was done keep to the machine's own.
 */
final class Clock
{
    /** It is not moved further than this from the machine's, in seconds: ten years. */
    private const FURTHEST = 315_576_000;

    public static function now(): CarbonImmutable
    {
        return now()->addSeconds(self::ahead());
    }

    public static function mayBeMoved(): bool
    {
        return config()->boolean('herald.clock_moves');
    }

    /** How far it is ahead of the machine's, in seconds; less than nothing: behind. */
    public static function ahead(): int
    {
        $ahead = self::mayBeMoved() ? DB::table('clocks')->value('ahead') : null;

        return is_numeric($ahead) ? (int) $ahead : 0;
    }

    /**
     * Moves it on to a moment; it goes on from there.
     *
     * @return bool false when that moment is past, or too far away
     */
    public static function moveTo(\DateTimeInterface $moment): bool
    {
        return DB::transaction(static function () use ($moment): bool {
            if ($moment <= self::now() || $moment->getTimestamp() - now()->getTimestamp() > self::FURTHEST) {
                return false;
            }
            self::beginAt($moment);

            return true;
        });
    }

    /** Has it begin at a moment, as a demo does that is told of a day of its own. */
    public static function beginAt(\DateTimeInterface $moment): void
    {
        DB::table('clocks')->updateOrInsert(['id' => 1], ['ahead' => $moment->getTimestamp() - now()->getTimestamp(), 'updated_at' => now()]);
    }
}
