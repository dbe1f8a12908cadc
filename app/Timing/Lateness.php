<?php

declare(strict_types=1);

namespace App\Timing;

use App\Models\Dispatch;
use App\Models\Due;
use App\Models\Source;
use Carbon\CarbonImmutable;
use Herald\Document\InvalidDocument;
use Herald\Timing\InTime;

/** Whether a message that goes before a date in its record is too late, because that date is past by now. */
final class Lateness
{
    /**
     * @param  array<string, mixed>  $data  what {@see PlanDues::data} says of the record
     * @param  CarbonImmutable|null  $at  when it would go; null for now, by the clock of the work
     * @return string|null the reason, in words; null when it is not too late
     */
    public static function of(InTime $time, array $data, Source $source, ?CarbonImmutable $at = null): ?string
    {
        $latest = $time->latest($data, $source->manifest()->source->zone);
        if ($latest === null || ($at ?? Clock::now()) < $latest) {
            return null;
        }
        $clock = $time->clock($data, $source->manifest()->source->zone);

        return "Too late: this message goes before “{$time->dateLabel()}”. The latest possible time is {$clock->shows($latest->modify('-1 minute'))->format('Y-m-d H:i')} ({$clock->zone()})";
    }

    /** The same for a due, by its record as it stands; null also where the record has no such date, or does not fit its type. */
    public static function ofDue(Due $due, ?CarbonImmutable $at = null): ?string
    {
        $manifest = $due->loadMissing(['source', 'notice', 'record'])->source->manifest();
        $declared = $manifest->notices[$due->notice->key] ?? null;
        if ($due->anchor === null || $declared?->cue->time === null) {
            return null;
        }
        try {
            return self::of($declared->cue->time, PlanDues::data($due->record, $manifest->recordTypes[$declared->recordType], $due->source, $due->followed()), $due->source, $at);
        } catch (InvalidDocument) {
            return null;
        }
    }

    public static function ofDispatch(Dispatch $dispatch): ?string
    {
        $due = $dispatch->due_id === null ? null : $dispatch->loadMissing('due')->due;

        return $due === null ? null : self::ofDue($due);
    }
}
