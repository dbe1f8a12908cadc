<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Str;

/**
 * What one worker at a time has in hand. A lease runs out, so that what a worker left behind is taken up by another.
 *
 * @property string|null $lease
 * @property CarbonImmutable|null $lease_until
 * @property int $attempts
 * @property int $cut_short how often a worker ended while it had this in hand
 */
trait Leased
{
    /** New ones are asked before they are read back. */
    protected function initializeLeased(): void
    {
        $this->attributes['cut_short'] ??= 0;
    }

    /** The state in which it may be taken. */
    abstract private static function free(): \BackedEnum;

    /** The state in which it is in hand. */
    abstract private static function taken(): \BackedEnum;

    /**
     * Those of which the time has come.
     *
     * @param  Builder<static>  $all
     * @return Builder<static>
     */
    abstract private static function ripe(Builder $all): Builder;

    /**
     * Takes it, alone: of all workers that try, one succeeds.
     *
     * @return bool whether it is ours now
     */
    public function takeLease(int $seconds): bool
    {
        return $this->takeAsItStands($seconds) || ($this->refresh()->state === self::free() && $this->takeAsItStands($seconds));
    }

    /** Takes it unless it has been in hand since we looked at it. */
    private function takeAsItStands(int $seconds): bool
    {
        $taken = ['state' => self::taken(), ...self::lease($seconds)];
        $asItStands = self::ripe(self::query()->whereKey($this->getKey())->where(['state' => self::free(), 'attempts' => $this->attempts, 'lease' => $this->lease]));
        if ($asItStands->update($taken) !== 1) {
            return false;
        }
        $this->forceFill($taken)->syncOriginal();

        return true;
    }

    /**
     * @return array{lease: string, lease_until: CarbonImmutable}
     */
    public static function lease(int $seconds): array
    {
        return ['lease' => (string) Str::ulid(), 'lease_until' => now()->addSeconds($seconds)];
    }

    /**
     * Keeps it for longer, while there is more to do.
     *
     * @return bool whether it was still ours
     */
    public function renewLease(int $seconds): bool
    {
        $until = ['lease_until' => now()->addSeconds($seconds)];
        // Within one second nothing becomes another value, and it is ours all the same.
        $ours = self::query()->whereKey($this->getKey())->where('lease', $this->lease)->update($until) === 1;
        $ours ? $this->forceFill($until)->syncOriginal() : $this->refresh();

        return $ours;
    }

    /** Whether it was in hand, and whoever had it is gone. */
    public function isLeftBehind(): bool
    {
        return $this->state === self::taken() && $this->lease_until !== null && $this->lease_until->isPast();
    }

    /**
     * Changes it while the lease is still ours; a worker that was overtaken changes nothing.
     *
     * @param  array<string, mixed>  $changes
     * @return bool whether it was still ours; when it was not, stop: this object now shows what others made of it
     */
    public function changeUnderLease(array $changes): bool
    {
        $lease = $this->lease;
        $this->fill($changes);
        $dirty = $this->getDirty();
        $ours = $dirty !== [] && self::query()->whereKey($this->getKey())->where('lease', $lease)->update($dirty) === 1;
        if (! $ours) {
            $this->refresh();
        }
        $this->syncOriginal();

        return $ours;
    }
}
