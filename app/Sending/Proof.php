<?php

declare(strict_types=1);

namespace App\Sending;

use App\Audit\Audit;
use App\Mail\Handover;
use App\Mail\HandoverOutcome;
use App\Mail\HandoverResult;
use App\Mailroom\Mailroom;
use App\Models\Notice;
use App\Models\Source;
use App\Models\Template;
use App\Models\User;
use Herald\Message\MimeMessage;
use Herald\Message\UnsendableMessage;
use Herald\Record\Recipient;
use Herald\Render\FilledMessage;
use Herald\Value\EmailAddress;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** Sends what is being written, or what a notice would be, to an address of one's choice, marked as a proof, without copies. It is no dispatch: nothing is kept of it but that it was sent. */
final class Proof
{
    /**
     * @param  Recipient  $own  whom the record is about
     * @param  string  $record  the key of the record it is filled with
     *
     * @throws UnsendableMessage when it cannot be made, or would go to whom the record is about, who would take it for the real message
     */
    public static function of(FilledMessage $message, Recipient $own, Template|Notice $about, Source $source, string $record, string $to, ?User $person): HandoverResult
    {
        if ($own->address !== null && EmailAddress::reachesSame($own->address, $to)) {
            throw new UnsendableMessage('This is the recipient of the record itself, who would take the proof for the real message. Choose another address');
        }
        $made = MimeMessage::proof($message, new Recipient($to), Mailroom::PROOF.$source->id.'.'.Str::ulid(), now()->toDateTimeImmutable());
        $result = Handover::of($made->bytes, $made->sender, [$made->recipient], static fn () => null);
        Audit::note($person, 'proof', "Proof to {$to} for {$record}: {$result->words}", $about, $source);

        return $result;
    }

    /**
     * What came of it, as it is answered.
     *
     * @param  \Closure(): HandoverResult  $send
     *
     * @throws ValidationException when it is not sent
     */
    public static function answered(\Closure $send): JsonResponse
    {
        try {
            $result = $send();
        } catch (UnsendableMessage $e) {
            throw ValidationException::withMessages(['to' => "{$e->getMessage()}: nothing was sent."]);
        }

        return response()->json(['accepted' => $result->outcome === HandoverOutcome::Accepted, 'words' => $result->words]);
    }
}
