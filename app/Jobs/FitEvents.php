<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Event;
use App\Models\Source;
use App\Sending\FitEvent;
use Herald\Document\InvalidDocument;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Tries the events of a source again whose data did not fit, after its manifest has changed: some hundreds at a time, then the next. */
final class FitEvents implements ShouldQueue
{
    use Queueable;

    private const AT_ONCE = 200;

    public function __construct(public int $sourceId, public int $after = 0)
    {
        // Only then the manifest is the one to read them by.
        $this->afterCommit();
    }

    public function handle(): void
    {
        $source = Source::query()->findOrFail($this->sourceId);
        $events = Event::query()->where('source_id', $this->sourceId)->misfit()->where('id', '>', $this->after)->orderBy('id')->limit(self::AT_ONCE)->get();
        foreach ($events as $event) {
            try {
                FitEvent::of($event, $source);
            } catch (InvalidDocument) {
                // It waits on, with the place as it is by now.
            }
        }
        if ($events->count() === self::AT_ONCE) {
            self::dispatch($this->sourceId, (int) $events->last()?->id);
        }
    }
}
