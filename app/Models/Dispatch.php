<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Record\Secrets;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * One message for one recipient about one occasion.
 *
 * @property string $id
 * @property string $recipient an address, or empty where the record has none
 * @property string|null $recipient_name
 * @property string $occasion `event:ID`
 * @property int|null $due_id
 * @property array{reasons?: list<string>} $decision who answered, and why
 * @property bool $needs_look whether other words go out than those that should
 * @property string $reason what set it off
 * @property DispatchState $state
 * @property string|null $state_reason
 * @property array<string, mixed> $data all that the message named, by root
 * @property string $language
 * @property string $language_reason
 * @property string|null $subject
 * @property string|null $message_id
 * @property string|null $sender
 * @property string|null $bytes the exact message; a masked copy where it says something secret
 * @property bool $secret whether it says something secret
 * @property string|null $sealed_bytes the exact message then, sealed, until its fate is final
 * @property string $copies the addresses of CC and BCC, with commas between them
 * @property int $attempts
 * @property int $resends
 * @property Carbon|null $handed_at
 * @property Carbon|null $sent_at
 * @property Carbon $due_at
 * @property Carbon $created_at
 * @property-read Notice $notice
 * @property-read Record $record
 * @property-read ?Edition $edition null where it could not be decided who answers
 * @property-read ?Event $event
 * @property-read ?Due $due
 * @property-read Source $source
 */
final class Dispatch extends Model
{
    use HasUlids;
    use Leased;

    protected $guarded = [];

    protected function casts(): array
    {
        return [
            'state' => DispatchState::class, 'data' => 'array', 'secret' => 'boolean', 'decision' => 'array', 'needs_look' => 'boolean', 'sealed_bytes' => 'encrypted',
            'due_at' => 'datetime', 'lease_until' => 'datetime', 'handed_at' => 'datetime', 'sent_at' => 'datetime',
        ];
    }

    /**
     * @return list<string> all that the message is handed over for
     */
    public function recipients(): array
    {
        return [$this->recipient, ...array_filter(explode(',', $this->copies))];
    }

    private static function free(): \BackedEnum
    {
        return DispatchState::Queued;
    }

    private static function taken(): \BackedEnum
    {
        return DispatchState::Sending;
    }

    /**
     * @return array<string, mixed>
     */
    private static function atTheBeginning(): array
    {
        return ['handed_at' => null];
    }

    /**
     * What goes with a state that nothing comes after: secrets are kept no longer than that.
     *
     * @return array<string, mixed>
     */
    public function leftBehind(mixed $state): array
    {
        return $this->secret && $state instanceof DispatchState && $state->isFinal() ? ['sealed_bytes' => null, 'data' => Secrets::wiped($this->data)] : [];
    }

    /** Whether the same words can still be sent. */
    public function isWhole(): bool
    {
        return ! $this->secret || ! $this->state->isFinal();
    }

    /** The message exactly as it is handed over; null when it has not been made yet. */
    public function trueBytes(): ?string
    {
        return $this->secret ? $this->sealed_bytes : $this->bytes;
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

    /** @return BelongsTo<Edition, $this> */
    public function edition(): BelongsTo
    {
        return $this->belongsTo(Edition::class);
    }
}
