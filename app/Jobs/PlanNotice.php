<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\Record;
use App\Timing\PlanDues;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;

/** Makes the dues of one notice anew for all records, after its cue has become another or it was switched on or off: some thousands at a time, then the next. */
final class PlanNotice implements ShouldQueue
{
    use Queueable;

    private const AT_ONCE = 1_000;

    public function __construct(public int $noticeId, public int $after = 0)
    {
        // Only then the cue is the one to go by.
        $this->afterCommit();
    }

    public function handle(): void
    {
        $notice = Notice::query()->with('source')->find($this->noticeId);
        if ($notice === null) {
            return;
        }
        $declared = $notice->retired_at === null ? $notice->source->manifest()->notices[$notice->key] ?? null : null;
        if ($declared === null || ! PlanDues::goesByDate($declared)) {
            Due::query()->where(['notice_id' => $notice->id, 'state' => DueState::Waiting])->whereNotNull('anchor')->update(['state' => DueState::Withdrawn, 'state_reason' => 'this message does not go by a date any more', 'updated_at' => now()]);

            return;
        }
        $type = $notice->source->manifest()->recordTypes[$declared->recordType];
        $plan = new PlanDues($notice->source, baseline: true);
        $last = DB::transaction(function () use ($notice, $declared, $type, $plan): ?int {
            $records = $notice->source->records()->where('type', $type->key)->where('id', '>', $this->after)->orderBy('id')->limit(self::AT_ONCE)->lockForUpdate()->get();
            $records->each(static fn (Record $record) => $plan->plan($notice->id, $declared, $record, $type));

            return $records->count() === self::AT_ONCE ? (int) $records->last()?->id : null;
        });
        if ($last !== null) {
            self::dispatch($this->noticeId, $last);
        }
    }
}
