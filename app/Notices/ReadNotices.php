<?php

declare(strict_types=1);

namespace App\Notices;

use App\Jobs\PlanNotice;
use App\Models\Source;
use App\Timing\PlanDues;

/** What follows when the manifest reads otherwise than before: notices that do not fit are set aside with the reason, and those whose date is another have their dues made anew. */
final class ReadNotices
{
    public static function of(Source $source): void
    {
        $manifest = $source->manifest();
        foreach ($source->notices()->get() as $notice) {
            $declared = $notice->retired_at === null ? $manifest->notices[$notice->key] ?? null : null;
            $by = $declared !== null && PlanDues::goesByDate($declared) ? hash('xxh128', serialize([$declared->cue->time?->hash, $declared->narrowing?->toArray(), $manifest->source->zone])) : null;
            $changes = array_filter(['unfit' => [$notice->unfit, $declared === null && $notice->retired_at === null ? $manifest->unfit[$notice->key] ?? 'it does not fit' : null], 'planned' => [$notice->planned, $by]], static fn (array $change): bool => $change[0] !== $change[1]);
            if ($changes === []) {
                continue;
            }
            $notice->update(array_map(static fn (array $change): ?string => $change[1], $changes));
            // Of a new source there is nothing to plan for.
            if (isset($changes['planned']) && $source->records()->exists()) {
                PlanNotice::dispatch($notice->id);
            }
        }
    }
}
