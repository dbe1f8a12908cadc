<?php

declare(strict_types=1);

namespace App\Sending;

use App\Audit\Audit;
use App\Documents\DraftRendering;
use App\Documents\TemplateDesk;
use App\Mail\Handover;
use App\Mail\HandoverResult;
use App\Mailroom\Mailroom;
use App\Models\User;
use Herald\Message\MimeMessage;
use Herald\Message\UnsendableMessage;
use Herald\Record\Recipient;
use Illuminate\Support\Str;

/** Sends what is being written to an address of one's choice, marked as a proof, without copies. It is no dispatch: nothing is kept of it but that it was sent. */
final class Proof
{
    /**
     * @param  string  $record  the key of the record it is filled with
     *
     * @throws UnsendableMessage when it cannot be made, or would go to whom the record is about, who would take it for the real message
     */
    public static function of(TemplateDesk $desk, DraftRendering $rendering, string $record, string $to, ?User $person): HandoverResult
    {
        if (mb_strtolower((string) $rendering->recipient->address) === mb_strtolower($to)) {
            throw new UnsendableMessage('This is the recipient of the record itself, who would take the proof for the real message. Choose another address');
        }
        $message = MimeMessage::proof($rendering->filled(), new Recipient($to), Mailroom::PROOF.$desk->source->id.'.'.Str::ulid(), now()->toDateTimeImmutable());
        $result = Handover::of($message->bytes, $message->sender, [$message->recipient], static fn () => null);
        Audit::note($person, 'proof', "Proof to {$to} for {$record}: {$result->words}", $desk->template, $desk->source);

        return $result;
    }
}
