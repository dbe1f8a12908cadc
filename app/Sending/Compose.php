<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Dispatch;
use App\Models\DispatchRecipient;
use App\Models\DispatchState;
use App\Models\RecipientRole;
use App\Secrets\Seal;
use App\Secrets\SealBroken;
use Herald\Message\MimeMessage;
use Herald\Message\UnsendableMessage;
use Herald\Record\Recipient;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Render\Unfillable;
use Illuminate\Database\Eloquent\Collection;

/** Makes the message of a dispatch: what is computed comes first, and is kept in one step with what else is written then. */
final readonly class Compose
{
    public function __construct(private Renderer $renderer)
    {
    }

    /**
     * @param  Dispatch  $dispatch  with its source, notice and edition, and whom it is to
     *
     * @throws UnsendableMessage|Unfillable|SealBroken when it would be the same another time
     */
    public function __invoke(Dispatch $dispatch, Recipient $to): Composed
    {
        $source = $dispatch->source->manifest()->source;
        $edition = $dispatch->edition?->message() ?? throw new \LogicException('It has not been decided who answers');
        $now = now()->toDateTimeImmutable();
        $filled = $this->renderer->fill($edition, MessageData::kept($dispatch->data, $source));
        $message = MimeMessage::compose($filled, $to, $dispatch->id, $now);
        $sealed = null;
        if ($dispatch->secret) {
            // Filled a second time with what is secret; what is kept is the copy from above, in which that is masked. Where the two are the same, the message holds none.
            $open = Seal::open($dispatch->notice->declaration()->vocabulary->roots(), $dispatch->data);
            $true = $this->renderer->fill($edition, MessageData::kept($open, $source));
            $sealed = $true == $filled ? null : MimeMessage::compose($true, $to, $dispatch->id, $now)->bytes;
        }

        return new Composed($filled->subject, $message, $sealed);
    }

    /** Keeps it with its dispatch, and finds out whom copies of it go to. Called in the transaction that is about the dispatch. */
    public static function keep(Dispatch $dispatch, Composed $composed): void
    {
        $message = $composed->message;
        $dispatch->setRelation('message', $dispatch->message()->create(['sender' => $message->sender, 'bytes' => $message->bytes, 'sealed_bytes' => $composed->sealed]));
        $copies = [];
        foreach ([[RecipientRole::Cc, $message->cc], [RecipientRole::Bcc, $message->bcc]] as [$role, $addresses]) {
            foreach ($addresses as $address) {
                $copies[] = [...self::recipient($dispatch, $role, $address, null, ''), 'state' => DispatchState::Queued->value, 'created_at' => now(), 'updated_at' => now()];
            }
        }
        // Whoever got it already gets no copy.
        $copies === [] || DispatchRecipient::query()->insertOrIgnore($copies);
        $copies === [] && $dispatch->wasRecentlyCreated && $dispatch->to !== null
            ? $dispatch->setRelation('recipients', new Collection([$dispatch->to])) // There is nobody else.
            : $dispatch->unsetRelation('recipients');
    }

    /**
     * What a recipient's row begins with.
     *
     * @param  string  $where  where the address would stand in the record
     * @return array<string, mixed>
     */
    public static function recipient(Dispatch $dispatch, RecipientRole $role, ?string $address, ?string $name, string $where): array
    {
        return [
            'dispatch_id' => $dispatch->id, 'notice_id' => $dispatch->notice_id, 'record_id' => $dispatch->record_id, 'occasion' => $dispatch->occasion, 'channel' => $dispatch->channel,
            'role' => $role->value, 'address' => $address, 'name' => $name, 'address_key' => DispatchRecipient::keyOf($address, $where),
        ];
    }
}
