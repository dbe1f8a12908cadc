<?php

declare(strict_types=1);

namespace App\Audit;

use App\Finding\Words;
use App\Models\Source;
use App\Models\User;
use Herald\Record\SearchWords;
use Illuminate\Database\Eloquent\Model;
use Spatie\Activitylog\Contracts\Activity as Written;
use Spatie\Activitylog\Models\Activity;

/** The one place where it is written down what was done: by whom, to what, from where, with what it was before and is after. What was refused is written down as well. */
final class Audit
{
    /** What follows within so many minutes is the same deed going on, where a deed may go on. */
    private const GOING_ON = 60;

    /**
     * @param  User|null  $by  null where it was done by command, or by a stranger
     * @param  string  $event  the kind of deed: "published"
     * @param  string  $words  what was done, to be read by a person
     * @param  Model|null  $to  what it was done to
     * @param  array<string, mixed>  $before  what it was, by name, as far as it is another now; nothing secret
     * @param  array<string, mixed>  $after
     */
    public static function note(?User $by, string $event, string $words, ?Model $to = null, ?Source $source = null, array $before = [], array $after = []): void
    {
        $log = ($by === null ? activity()->causedByAnonymous() : activity()->causedBy($by))->event($event)->withProperties(array_filter(['before' => $before, 'after' => $after]))
            ->tap(static fn (Written&Model $activity) => $activity->forceFill(['source_id' => $source?->id, 'origin' => self::origin()]));
        $deed = ($to === null ? $log : $log->performedOn($to))->log(mb_strimwidth($words, 0, 1000, '…'));
        if ($deed instanceof Activity) {
            Words::ofDeeds()->keep($deed->id, SearchWords::of(implode(' ', array_filter([$words, $event, self::origin(), $by?->name, $by?->email]))), true);
        }
    }

    /** The same, of what is done over and over: one entry for what goes on, with how often. */
    public static function goesOn(?User $by, string $event, string $words, ?Model $to = null, ?Source $source = null): void
    {
        $latest = Activity::query()->where(['event' => $event, 'description' => mb_strimwidth($words, 0, 1000, '…'), 'origin' => self::origin(), 'causer_id' => $by?->id, 'source_id' => $source?->id, 'subject_type' => $to?->getMorphClass(), 'subject_id' => $to?->getKey()])
            ->where('updated_at', '>=', now()->subMinutes(self::GOING_ON))->latest('id')->first();
        if ($latest === null) {
            self::note($by, $event, $words, $to, $source);

            return;
        }
        $latest->forceFill(['properties' => ['times' => (int) $latest->getExtraProperty('times', 1) + 1], 'updated_at' => now()])->save();
    }

    /** An address, or that it came by command. */
    private static function origin(): string
    {
        return app()->runningInConsole() && ! app()->runningUnitTests() ? 'by command' : (string) request()->ip();
    }
}
