<?php

declare(strict_types=1);

namespace App\Models;

use App\Finding\Words;
use App\Timing\PlanDues;
use Carbon\CarbonImmutable;
use Herald\Record\SearchWords;
use Herald\Record\Secrets;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Facades\DB;

/**
 * One message about one occasion, with those it goes to. One worker at a time has it in hand, and serves its recipients one after the other.
 *
 * @property string $id
 * @property int $source_id
 * @property int $notice_id
 * @property int $record_id
 * @property string $occasion `event:ID`
 * @property string $channel
 * @property int|null $due_id
 * @property array{reasons?: list<string>} $decision who answered, and why
 * @property bool $needs_look whether other words go out than those that should
 * @property string $reason what set it off
 * @property DispatchState $state of the whole, see {@see conclusion}
 * @property string|null $state_reason
 * @property array<string, mixed> $data all that the message named, by root
 * @property string $language
 * @property string $language_reason
 * @property string|null $recipient_language what the recipient wants to read, where that was known
 * @property string|null $subject
 * @property string|null $message_id
 * @property bool $secret whether it says something secret
 * @property int $attempts
 * @property CarbonImmutable|null $closed_at since when nobody needs to see to it any more, though it failed or is uncertain
 * @property string|null $remark how it was dealt with
 * @property int|null $again_due_id the due that was made of it when it was decided anew
 * @property int $resends
 * @property CarbonImmutable|null $sent_at
 * @property CarbonImmutable $due_at
 * @property CarbonImmutable $created_at
 * @property-read Notice $notice
 * @property-read Record $record
 * @property-read ?Edition $edition null where it could not be decided who answers
 * @property-read ?Event $event
 * @property-read ?Due $due
 * @property-read Source $source
 * @property-read ?User $closer who closed it
 * @property-read ?Due $againDue
 * @property-read ?DispatchMessage $message null until it is made
 * @property-read ?DispatchRecipient $to whom it is for; null until that is decided
 * @property-read \Illuminate\Database\Eloquent\Collection<int, DispatchRecipient> $recipients
 */
final class Dispatch extends Model
{
    use HasUlids;
    use Leased {
        changeUnderLease as private changeAlone;
    }

    protected $guarded = [];

    private bool $hasWords = false;

    protected function casts(): array
    {
        return [
            'state' => DispatchState::class, 'data' => 'array', 'secret' => 'boolean', 'decision' => 'array', 'needs_look' => 'boolean',
            'due_at' => 'datetime', 'lease_until' => 'datetime', 'sent_at' => 'datetime', 'closed_at' => 'datetime',
        ];
    }

    private static function free(): \BackedEnum
    {
        return DispatchState::Queued;
    }

    private static function taken(): \BackedEnum
    {
        return DispatchState::Sending;
    }

    private static function ripe(Builder $dispatches): Builder
    {
        return $dispatches->where('due_at', '<=', now());
    }

    /** The words by which it is found follow it: its subject, whom it goes to, what it is about. Called in the transaction that is about it. */
    public function keepWords(): void
    {
        $to = $this->loadMissing(['recipients', 'record'])->recipients->map(static fn (DispatchRecipient $one): string => "{$one->address} {$one->name}")->implode(' ');
        Words::ofDispatches($this->source_id)->keep($this->id, SearchWords::of("{$this->subject} {$this->record->key} {$to}"), $this->wasRecentlyCreated && ! $this->hasWords);
        $this->hasWords = true;
    }

    /**
     * Changes it while the lease is still ours, see {@see Leased}; secrets are kept no longer than until its fate is final.
     *
     * @param  array<string, mixed>  $changes
     */
    public function changeUnderLease(array $changes): bool
    {
        return DB::transaction(function () use ($changes): bool {
            $ours = $this->changeAlone($changes);
            if ($ours) {
                $this->state !== DispatchState::Sent || $this->hasArrived();
                $this->forgetSecrets();
            }

            return $ours;
        });
    }

    /**
     * Changes one of its recipients while the lease is still ours.
     *
     * @param  array<string, mixed>  $changes
     * @return bool whether it was still ours
     */
    public function changeRecipient(DispatchRecipient $recipient, array $changes): bool
    {
        $recipient->fill($changes);
        $ours = DispatchRecipient::query()->whereKey($recipient->id)->whereExists(self::query()->whereKey($this->id)->where('lease', $this->lease)->selectRaw('1')->toBase())->update([...$recipient->getDirty(), 'updated_at' => now()]) === 1;
        $ours ? $recipient->syncOriginal() : $recipient->refresh();

        return $ours;
    }

    /**
     * What becomes of the whole, by what became of its recipients: it waits while one of them does; it is uncertain when one of them is; otherwise what became of whom it is for
     * counts, and what became of copies is said.
     *
     * @return array<string, mixed>
     */
    public function conclusion(): array
    {
        $this->loadMissing('recipients');
        $this->setRelation('to', $this->recipients->firstWhere('role', RecipientRole::To));
        $states = $this->recipients->pluck('state');
        $state = match (true) {
            $states->contains(DispatchState::Queued) => DispatchState::Queued,
            $states->contains(DispatchState::Uncertain) => DispatchState::Uncertain,
            default => $this->to->state ?? DispatchState::Failed,
        };
        $telling = $this->recipients->firstWhere('state', $state) ?? $this->to;
        $copies = $this->recipients->filter(static fn (DispatchRecipient $one): bool => ! $one->is($telling) && $one->role !== RecipientRole::To && $one->state !== DispatchState::Sent)
            ->map(static fn (DispatchRecipient $one): string => "Copy to {$one->address}: {$one->state_reason}")->all();

        return ['state' => $state, 'state_reason' => implode('. ', array_filter([$telling?->state_reason, ...$copies])) ?: null, 'sent_at' => $state === DispatchState::Sent ? ($this->to->sent_at ?? now()) : null];
    }

    /**
     * Has those of its recipients that are in one of the states wait again.
     *
     * @param  list<DispatchState>  $states
     */
    public function queueAgain(array $states): void
    {
        $this->recipients()->whereIn('state', $states)->update(['state' => DispatchState::Queued, 'handed_at' => null]);
    }

    /** What follows it is due from now on. Called in the transaction that says so. */
    public function hasArrived(): void
    {
        $this->loadMissing(['source', 'notice']);
        (new PlanDues($this->source))->followed($this);
    }

    /** Takes what is secret away once nothing comes after. */
    public function forgetSecrets(): void
    {
        if ($this->secret && $this->state->isFinal()) {
            self::query()->whereKey($this->id)->update(['data' => json_encode(Secrets::wiped($this->data), JSON_THROW_ON_ERROR)]);
            DispatchMessage::query()->whereKey($this->id)->update(['sealed_bytes' => null]);
            $this->refresh();
        }
    }

    /**
     * Those that a person still has to see to.
     *
     * @param  Builder<self>  $dispatches
     */
    public function scopeOpen(Builder $dispatches): void
    {
        $dispatches->whereNull('closed_at')->whereIn('state', DispatchState::TROUBLES);
    }

    public function isOpen(): bool
    {
        return $this->closed_at === null && $this->state->mayBeTriedAgain();
    }

    /** Whether the same words can still be sent. */
    public function isWhole(): bool
    {
        return ! $this->secret || ! $this->state->isFinal();
    }

    /** The message exactly as it is handed over; null when it has not been made yet. */
    public function trueBytes(): ?string
    {
        return $this->secret ? $this->message?->sealed_bytes : $this->message?->bytes;
    }

    /** @return HasOne<DispatchMessage, $this> */
    public function message(): HasOne
    {
        return $this->hasOne(DispatchMessage::class);
    }

    /** @return HasMany<DispatchRecipient, $this> */
    public function recipients(): HasMany
    {
        return $this->hasMany(DispatchRecipient::class)->orderBy('id');
    }

    /** @return HasOne<DispatchRecipient, $this> */
    public function to(): HasOne
    {
        return $this->hasOne(DispatchRecipient::class)->where('role', RecipientRole::To);
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return BelongsTo<Notice, $this> */
    public function notice(): BelongsTo
    {
        return $this->belongsTo(Notice::class);
    }

    /** @return BelongsTo<Record, $this> */
    public function record(): BelongsTo
    {
        return $this->belongsTo(Record::class);
    }

    /** @return BelongsTo<Event, $this> */
    public function event(): BelongsTo
    {
        return $this->belongsTo(Event::class);
    }

    /** @return BelongsTo<Due, $this> */
    public function due(): BelongsTo
    {
        return $this->belongsTo(Due::class);
    }

    /** @return BelongsTo<User, $this> */
    public function closer(): BelongsTo
    {
        return $this->belongsTo(User::class, 'closed_by');
    }

    /** @return BelongsTo<Due, $this> */
    public function againDue(): BelongsTo
    {
        return $this->belongsTo(Due::class, 'again_due_id');
    }

    /** @return BelongsTo<Edition, $this> */
    public function edition(): BelongsTo
    {
        return $this->belongsTo(Edition::class);
    }
}
