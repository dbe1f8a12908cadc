<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Record;
use App\Models\Source;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;

/** Brings the indexed values of records up to date, after other fields were declared to be indexed: some thousands at a time, then the next. */
final class IndexRecords implements ShouldQueue
{
    use Queueable;

    private const AT_ONCE = 2_000;

    public function __construct(public int $sourceId, public string $type, public int $after = 0)
    {
        // Only then the fields are those that are to be indexed.
        $this->afterCommit();
    }

    public function handle(): void
    {
        $source = Source::query()->find($this->sourceId);
        $type = $source?->manifest()->recordTypes[$this->type] ?? null;
        if ($source === null || $type === null) {
            return;
        }
        $records = $source->records()->where('type', $this->type)->where('id', '>', $this->after)->orderBy('id')->limit(self::AT_ONCE)->get();
        DB::transaction(static fn () => $records->each(static fn (Record $record) => $record->indexAnew($type)));
        if ($records->count() === self::AT_ONCE) {
            self::dispatch($this->sourceId, $this->type, (int) $records->last()?->id);
        }
    }
}
