<?php

declare(strict_types=1);

namespace App\Sending;

use App\Jobs\SendDispatch;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Event;
use App\Models\EventOrigin;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Models\User;
use Herald\Document\InvalidDocument;
use Herald\Notice\Carrier;
use Herald\Notice\Consequence;
use Herald\Notice\Occurrence;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Secrets;
use Herald\Render\Scope;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/** Takes an event in: brings the record up to date, and writes a dispatch for every notice that it sets off. All of it, or nothing. */
final readonly class TakeEvent
{
    /**
     * @param  array<array-key, mixed>  $given  parameters that came with the event
     */
    public function __construct(
        private Source $source,
        private string $eventId,
        private string $name,
        private RecordType $type,
        private EventOrigin $origin,
        private array $given = [],
        private ?User $user = null,
        private string $bodyHash = '',
    ) {
    }

    /**
     * What the event would set off if it came now, without taking it.
     *
     * @param  array<string, mixed>  $after  normalised data
     * @return list<Consequence>
     */
    public function foresee(?Record $record, array $after): array
    {
        return $this->source->manifest()->consequencesOf($this->occurrence($record, $after), $this->given);
    }

    /**
     * @param  \Closure(?Record): array<string, mixed>  $change  the record's new data from the record as it stands, null when it is not known; called while nobody else can change it
     *
     * When the data or the parameters do not fit, {@see InvalidDocument} is thrown and nothing has happened.
     */
    public function take(string $key, \Closure $change): TakenEvent
    {
        try {
            return $this->takeOnce($key, $change);
        } catch (UniqueConstraintViolationException $e) {
            // Where transactions run side by side, the same event may have come in a moment ago.
            return $this->known() ?? throw $e;
        }
    }

    private function known(): ?TakenEvent
    {
        $known = Event::query()->where(['source_id' => $this->source->id, 'event_id' => $this->eventId])->first();

        return $known === null ? null : new TakenEvent($known, repeated: true, differs: $known->body_hash !== $this->bodyHash);
    }

    /**
     * @param  \Closure(?Record): array<string, mixed>  $change
     */
    private function takeOnce(string $key, \Closure $change): TakenEvent
    {
        return DB::transaction(function () use ($key, $change): TakenEvent {
            $known = $this->known();
            if ($known !== null) {
                return $known;
            }
            $record = Record::query()->where(['source_id' => $this->source->id, 'type' => $this->type->key, 'key' => $key])->lockForUpdate()->first();
            $after = $change($record);
            $consequences = $this->foresee($record, $after);
            $record ??= new Record(['source_id' => $this->source->id, 'type' => $this->type->key, 'key' => RecordReader::identityOf($this->type, $after)]);
            $record->take($this->type, $after);
            $event = Event::query()->create([
                'source_id' => $this->source->id, 'event_id' => $this->eventId, 'name' => $this->name, 'record_id' => $record->id,
                'origin' => $this->origin, 'user_id' => $this->user?->id, 'body_hash' => $this->bodyHash,
            ]);
            $left = [];
            $notices = Notice::query()->where('source_id', $this->source->id)->whereIn('key', array_map(fn (Consequence $one): string => $one->notice->key, $consequences))
                ->with('claims.template.latestVersion.template')->get()->keyBy('key');
            foreach ($consequences as $consequence) {
                if ($consequence->notice->carrier === Carrier::Source) {
                    $left[] = $consequence->notice->key;

                    continue;
                }
                $notice = $notices[$consequence->notice->key] ?? throw new \LogicException("{$consequence->notice->key} is declared and not there");
                $this->write($consequence, $notice->setRelation('source', $this->source), $record, $event);
            }

            return new TakenEvent($event, leftToSource: $left);
        }, 3);
    }

    /**
     * @param  array<string, mixed>  $after
     */
    private function occurrence(?Record $record, array $after): Occurrence
    {
        return new Occurrence($this->name, $this->type->key, $record?->data, $after);
    }

    private function write(Consequence $consequence, Notice $notice, Record $record, Event $event): void
    {
        $recipient = $consequence->recipient;
        $answer = Answer::to($notice, $recipient->language);
        $edition = $answer->edition();
        $scope = Scope::of($this->type, $record->data, $this->source->manifest()->source, $recipient, now()->toDateTimeImmutable(), $consequence->given, $edition->message());
        $skipped = $recipient->address === null;
        $roots = $consequence->notice->vocabulary->roots();
        $kept = Seal::close($roots, $scope->data);

        $dispatch = Dispatch::query()->create([
            'source_id' => $this->source->id, 'notice_id' => $notice->id, 'record_id' => $record->id, 'event_id' => $event->id,
            'recipient' => $recipient->address ?? '', 'recipient_name' => $recipient->name, 'occasion' => $event->event_id,
            'reason' => $consequence->reason,
            'state' => $skipped ? DispatchState::Skipped : DispatchState::Queued,
            'state_reason' => $skipped ? 'There is no address: '.$consequence->notice->recipient->inWords().' is empty' : null,
            'edition_id' => $edition->id, 'language' => $edition->language, 'language_reason' => $answer->language->reason,
            'data' => $skipped ? Secrets::wiped($kept) : $kept, 'secret' => Seal::holds($roots, $scope->data), 'due_at' => now(),
        ]);
        if (! $skipped) {
            SendDispatch::dispatch($dispatch->id);
        }
    }
}
