<?php

declare(strict_types=1);

namespace App\Sending;

use App\Deciding\Decide;
use App\Deciding\HandedOver;
use App\Deciding\Matter;
use App\Deciding\Silence;
use App\Jobs\WorkDue;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\RecipientRole;
use App\Models\Record;
use App\Responses\AnswerLinks;
use App\Responses\Asked;
use App\Secrets\Seal;
use App\Timing\Clock;
use App\Timing\Lateness;
use App\Timing\PlanDues;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Record\Recipient;
use Herald\Record\RecordType;
use Herald\Record\Secrets;
use Herald\Timing\DueTime;
use Illuminate\Support\Facades\DB;

/** Makes a due that is in hand into a dispatch: who answers, in which edition, with which data. The slow part is done before anything is written. */
final readonly class DecideDue
{
    public function __construct(private Decide $decide, private Compose $compose)
    {
    }

    /**
     * @param  bool  $inHand  whether its message is made at once and it is to be delivered by us: kept with it in one step
     * @return Dispatch|null null when the lease was lost meanwhile
     *
     * @throws InvalidDocument when it cannot be decided, and could not another time
     */
    public function __invoke(Due $due, bool $inHand = false): ?Dispatch
    {
        $due->loadMissing(['source', 'event']);
        $notice = Notice::query()->whereKey($due->notice_id)->withWhoAnswers()->firstOrFail()->setRelation('source', $due->source);
        $manifest = $due->source->manifest();
        $declared = $manifest->notices[$notice->key] ?? throw InvalidDocument::because($notice->key, '', 'is declared by the source no longer');
        if ($declared->carrier === Carrier::Source) {
            DB::transaction(static fn (): bool => self::drop($due, 'The source sends it itself'));

            return null;
        }
        if ($due->event?->data !== null) {
            FitEvent::of($due->event, $due->source);
            $due->refresh();
        }
        $type = $manifest->recordTypes[$declared->recordType];
        if ($due->anchor !== null && ! $this->isStillTrue($due, $declared, $type)) {
            return null;
        }
        if (! $notice->hasWords()) {
            DB::transaction(static fn (): bool => self::drop($due, 'Nothing is written for it yet: it has no built-in words, and no template is published'));

            return null;
        }
        $matter = Matter::ofDue($due, $declared, $type);
        $each = $declared->recipient->each;
        if ($each === null && $due->part_of !== null) {
            // All of them would go to the same one.
            DB::transaction(static fn (): bool => self::drop($due, 'It goes to each of several no longer'));

            return null;
        }
        if ($each !== null && $due->part_of === null) {
            if (Spread::over($due, $declared, $each, $matter->around()) && $due->anchor !== null) {
                // What comes again comes next.
                DB::transaction(static fn () => (new PlanDues($due->source))->plan($due->notice_id, $declared, $due->record, $type));
            }

            return null;
        }
        $decision = ($this->decide)($notice, $matter);
        if ($decision instanceof Silence) {
            DB::transaction(static function () use ($due, $declared, $type, $decision): void {
                if (self::drop($due, $decision->inWords()) && PlanDues::goesByDate($declared)) {
                    (new PlanDues($due->source))->plan($due->notice_id, $declared, $due->loadMissing('record')->record, $type);
                }
            });

            return null;
        }
        $dispatch = self::of($due, $notice);
        $message = $decision->message;
        $edition = $decision->edition();
        $messageData = $matter->messageData($manifest->source, $message, $dispatch->id, AnswerLinks::of($dispatch->id));
        $roots = $declared->vocabulary->roots();
        $kept = Seal::close($roots, $messageData->data);
        $recipient = $matter->recipient;
        $skipped = $recipient->address === null;

        $left = array_map(static fn (HandedOver $slot): string => "what was handed in is left out: {$slot->fault()}", array_values(array_filter($matter->slots, static fn (HandedOver $slot): bool => $slot->fault() !== null)));
        array_push($left, ...array_map(static fn (Fault $fault): string => "not computed: {$fault->inWords()}", $messageData->uncomputed));
        $where = $declared->recipient->inWords();
        $state = ['state' => $skipped ? DispatchState::Skipped : DispatchState::Queued, 'state_reason' => $skipped ? "There is no address: {$where} is empty" : null];
        $dispatch->setRelation('edition', $edition)->fill([
            ...$state,
            'edition_id' => $edition->id, 'language' => $decision->language, 'language_reason' => $decision->languageReason, 'recipient_language' => $recipient->language,
            'decision' => ['reasons' => [...$decision->reasons, ...$left]], 'needs_look' => $decision->needsLook,
            'data' => $skipped ? Secrets::wiped($kept) : $kept, 'secret' => Seal::holds($roots, $messageData->data), 'due_at' => now(), 'attempts' => 0,
        ]);
        $composed = $inHand && ! $skipped ? $this->composed($dispatch, $recipient, $decision->language) : null;

        return DB::transaction(static function () use ($due, $declared, $type, $dispatch, $message, $composed, $recipient, $state, $where): ?Dispatch {
            if ($due->anchor !== null && self::hasChanged($due)) {
                return null;
            }
            if (! $due->changeUnderLease(['state' => DueState::Dispatched, 'state_reason' => null, 'attempts' => $due->attempts + 1, 'lease_until' => null])) {
                return null;
            }
            $dispatch->fill($composed === null ? [] : ['state' => DispatchState::Sending, ...Dispatch::lease(config()->integer('herald.lease')), ...$composed->columns($dispatch)])->save();
            $dispatch->setRelation('to', $dispatch->to()->create([...Compose::recipient($dispatch, RecipientRole::To, $recipient->address, $recipient->name, $where), ...$state]));
            if ($composed !== null) {
                Compose::keep($dispatch, $composed);
            }
            $dispatch->keepWords();
            if ($message->questions !== [] && $recipient->address !== null) {
                Asked::note($dispatch, $type, $message);
            }
            if ($due->anchor !== null) {
                // What comes again comes next.
                (new PlanDues($due->source))->plan($due->notice_id, $declared, $due->record, $type);
            }

            return $dispatch;
        });
    }

    /**
     * Whether a due that goes by a date is what its record asks for, now that it is due. Otherwise it is dropped, with its reason among the dispatches, or waits for another time.
     *
     * @throws InvalidDocument when the record does not fit what is declared today
     */
    private function isStillTrue(Due $due, Declared $declared, RecordType $type): bool
    {
        $record = Record::query()->findOrFail($due->record_id);
        $due->setRelation('record', $record);
        $due->record_revision = $record->revision;
        $time = $declared->cue->time;
        $data = PlanDues::data($record, $type, $due->source, $due->followed());
        $then = $time?->due($data, $due->source->manifest()->source->zone, DueTime::numberOf($due->occasion));
        $verdict = $time === null ? null : PlanDues::judge($declared, $data, true);
        $isIt = $then?->isOccasion($due->occasion) === true;
        if ($isIt && $verdict?->holds === true && ! $due->by_hand && $then->at > Clock::now()) {
            // Its time is another, though its date is not: another zone.
            $due->changeUnderLease(['state' => DueState::Waiting, 'due_at' => $then->at, 'expires_at' => $then->expires, 'zone' => $then->zone, 'local_time' => $then->shown(), 'try_at' => null, 'lease' => null, 'lease_until' => null]);

            return false;
        }
        $until = $due->by_hand ? $due->expires_at : $then?->expires;
        $reason = match (true) {
            $time === null || ($declared->cue->follows === null) !== ($due->followed() === null) => 'This message does not go by a date any more',
            ! $declared->on => 'It is switched off',
            $verdict?->holds === false => "Not true any more: {$verdict->reason}",
            ! $isIt => 'Its date is another now',
            $until !== null && $until < Clock::now() => "Too late: it was due {$due->local_time}, and nothing ran until it was over",
            ($late = Lateness::of($time, $data, $due->source)) !== null => $late,
            default => null,
        };
        if ($reason === null) {
            return true;
        }
        DB::transaction(static function () use ($due, $declared, $type, $reason): void {
            if (! self::hasChanged($due) && self::drop($due, $reason) && PlanDues::goesByDate($declared)) {
                (new PlanDues($due->source))->plan($due->notice_id, $declared, $due->record, $type);
            }
        });

        return false;
    }

    /** It does not go, and why stands among the dispatches. */
    public static function drop(Due $due, string $reason): bool
    {
        $isOurs = $due->changeUnderLease(['state' => DueState::Dropped, 'state_reason' => $reason, 'lease_until' => null]);
        if ($isOurs) {
            $dispatch = self::of($due)->fill(['state' => DispatchState::Skipped, 'state_reason' => $reason, 'language' => '', 'language_reason' => '', 'data' => [], 'due_at' => now(), 'attempts' => 0]);
            $dispatch->save();
            $dispatch->keepWords();
        }

        return $isOurs;
    }

    /** Whether its record is another than it was looked at; then it is looked at once more. Until the transaction is over, nobody can change it. */
    private static function hasChanged(Due $due): bool
    {
        if (Record::query()->whereKey($due->record_id)->lockForUpdate()->value('revision') === $due->record_revision) {
            return false;
        }
        if ($due->changeUnderLease(['state' => DueState::Waiting, 'try_at' => now(), 'lease' => null, 'lease_until' => null])) {
            WorkDue::dispatch($due->id);
        }

        return true;
    }

    /** The message, made before anything is written; null when it cannot be made now: what is to become of it then is for who delivers it. */
    private function composed(Dispatch $dispatch, Recipient $recipient, string $language): ?Composed
    {
        try {
            return ($this->compose)($dispatch, new Recipient($recipient->address, $recipient->name, $language));
        } catch (\Throwable) {
            return null;
        }
    }

    /** What cannot be decided is seen among the dispatches, and can be tried again there. */
    public static function failed(Due $due, string $reason, int $attempts): void
    {
        DB::transaction(static function () use ($due, $reason, $attempts): void {
            if ($due->changeUnderLease(['state' => DueState::Failed, 'state_reason' => $reason, 'attempts' => $attempts, 'lease_until' => null])) {
                $dispatch = self::of($due)->fill([
                    'state' => DispatchState::Failed, 'state_reason' => $reason, 'language' => '', 'language_reason' => '', 'data' => [], 'due_at' => now(), 'attempts' => $attempts,
                ]);
                $dispatch->save();
                $dispatch->keepWords();
            }
        });
    }

    /** The dispatch of a due: a new one, or the one that failed before. */
    private static function of(Due $due, ?Notice $notice = null): Dispatch
    {
        $dispatch = Dispatch::query()->firstOrNew(['due_id' => $due->id], [
            'id' => (new Dispatch)->newUniqueId(), 'source_id' => $due->source_id, 'notice_id' => $due->notice_id, 'record_id' => $due->record_id, 'event_id' => $due->event_id, 'occasion' => $due->occasion, 'reason' => $due->reason, 'channel' => 'email',
        ]);

        $dispatch->setRelation('record', $due->loadMissing('record')->record);

        return $notice === null ? $dispatch : $dispatch->setRelation('source', $due->source)->setRelation('notice', $notice);
    }
}
