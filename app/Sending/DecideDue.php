<?php

declare(strict_types=1);

namespace App\Sending;

use App\Deciding\Decide;
use App\Deciding\HandedOver;
use App\Deciding\Matter;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\RecipientRole;
use App\Secrets\Seal;
use Herald\Document\InvalidDocument;
use Herald\Record\Recipient;
use Herald\Record\Secrets;
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
        $notice = Notice::query()->whereKey($due->notice_id)->with('claims.template.latestVersion')->firstOrFail()->setRelation('source', $due->source);
        $manifest = $due->source->manifest();
        $declared = $manifest->notices[$notice->key] ?? throw InvalidDocument::because($notice->key, '', 'is declared by the source no longer');
        FitEvent::of($due, $manifest->recordTypes[$declared->recordType]);
        $matter = Matter::ofDue($due, $declared, $manifest->recordTypes[$declared->recordType]);
        $decision = ($this->decide)($notice, $matter);
        $dispatch = self::of($due, $notice);
        $messageData = $matter->messageData($manifest->source, $decision->edition->message(), $dispatch->id);
        $roots = $declared->vocabulary->roots();
        $kept = Seal::close($roots, $messageData->data);
        $recipient = $matter->recipient;
        $skipped = $recipient->address === null;

        $left = array_map(static fn (HandedOver $slot): string => "what was handed in is left out: {$slot->fault}", array_values(array_filter($matter->slots, static fn (HandedOver $slot): bool => $slot->fault !== null)));
        $where = $declared->recipient->inWords();
        $state = ['state' => $skipped ? DispatchState::Skipped : DispatchState::Queued, 'state_reason' => $skipped ? "There is no address: {$where} is empty" : null];
        $dispatch->setRelation('edition', $decision->edition)->fill([
            ...$state,
            'edition_id' => $decision->edition->id, 'language' => $decision->language, 'language_reason' => $decision->languageReason,
            'decision' => ['reasons' => [...$decision->reasons, ...$left]], 'needs_look' => $decision->needsLook,
            'data' => $skipped ? Secrets::wiped($kept) : $kept, 'secret' => Seal::holds($roots, $messageData->data), 'due_at' => now(), 'attempts' => 0,
        ]);
        $composed = $inHand && ! $skipped ? $this->composed($dispatch, $recipient, $decision->language) : null;

        return DB::transaction(static function () use ($due, $dispatch, $composed, $recipient, $state, $where): ?Dispatch {
            if (! $due->changeUnderLease(['state' => DueState::Dispatched, 'state_reason' => null, 'attempts' => $due->attempts + 1, 'lease_until' => null])) {
                return null;
            }
            $dispatch->fill($composed === null ? [] : ['state' => DispatchState::Sending, ...Dispatch::lease(config()->integer('herald.lease')), 'subject' => $composed->subject, 'message_id' => $composed->message->messageId])->save();
            $dispatch->setRelation('to', $dispatch->to()->create([...Compose::recipient($dispatch, RecipientRole::To, $recipient->address, $recipient->name, $where), ...$state]));
            if ($composed !== null) {
                Compose::keep($dispatch, $composed);
            }

            return $dispatch;
        });
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
                self::of($due)->fill([
                    'state' => DispatchState::Failed, 'state_reason' => $reason, 'language' => '', 'language_reason' => '', 'data' => [], 'due_at' => now(), 'attempts' => $attempts,
                ])->save();
            }
        });
    }

    /** The dispatch of a due: a new one, or the one that failed before. */
    private static function of(Due $due, ?Notice $notice = null): Dispatch
    {
        $dispatch = Dispatch::query()->firstOrNew(['due_id' => $due->id], [
            'id' => (new Dispatch)->newUniqueId(), 'source_id' => $due->source_id, 'notice_id' => $due->notice_id, 'record_id' => $due->record_id, 'event_id' => $due->event_id, 'occasion' => $due->occasion, 'reason' => $due->reason, 'channel' => 'email',
        ]);

        return $notice === null ? $dispatch : $dispatch->setRelation('source', $due->source)->setRelation('notice', $notice);
    }
}
