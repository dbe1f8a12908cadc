<?php

declare(strict_types=1);

namespace App\Sending;

use App\Jobs\WorkDue;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Timing\Clock;
use Herald\Condition\Verdict;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;

/** What the notices about a type of records say of an event, and the dues of those that it sets off. */
final readonly class Judgement
{
    /**
     * @param  array<string, Declared>  $notices  by key
     * @param  array<string, Verdict>  $verdicts  by the key of the notice
     */
    private function __construct(private Source $source, public array $notices, public array $verdicts)
    {
    }

    /**
     * @param  \Closure(Declared): Verdict  $judge
     */
    public static function of(Source $source, string $recordType, \Closure $judge): self
    {
        $notices = array_filter($source->manifest()->notices, static fn (Declared $notice): bool => $notice->recordType === $recordType);

        return new self($source, $notices, array_map($judge, $notices));
    }

    /**
     * @return list<array{notice: string, set_off: bool, reason: string, left_to_source: bool}>
     */
    public function toArray(): array
    {
        return array_map(fn (string $key, Verdict $verdict): array => [
            'notice' => $key, 'set_off' => $verdict->holds, 'reason' => $verdict->reason, 'left_to_source' => $verdict->holds && $this->notices[$key]->carrier === Carrier::Source,
        ], array_keys($this->verdicts), $this->verdicts);
    }

    /**
     * Writes a due for each notice that is set off and sent from here, but for those that have one for this occasion. Called in the transaction that is about the event.
     *
     * @param  string  $occasion  see {@see Due::$occasion}
     */
    public function setOff(Event $event, Record $record, string $occasion): void
    {
        $ours = array_filter($this->verdicts, fn (Verdict $verdict, string $key): bool => $verdict->holds && $this->notices[$key]->carrier === Carrier::Herald, ARRAY_FILTER_USE_BOTH);
        if ($ours === []) {
            return;
        }
        $known = $event->wasRecentlyCreated ? [] : Due::query()->where(['record_id' => $record->id, 'occasion' => $occasion])->pluck('notice_id')->all();
        foreach (Notice::query()->where('source_id', $this->source->id)->whereIn('key', array_keys($ours))->whereNotIn('id', $known)->orderBy('position')->get() as $notice) {
            $due = Due::query()->create([
                'source_id' => $this->source->id, 'notice_id' => $notice->id, 'record_id' => $record->id, 'event_id' => $event->id, 'occasion' => $occasion,
                'record_revision' => $record->revision, 'due_at' => Clock::now(), 'try_at' => now(), 'state' => DueState::Waiting, 'reason' => $ours[$notice->key]->reason,
            ]);
            WorkDue::dispatch($due->id);
        }
    }
}
