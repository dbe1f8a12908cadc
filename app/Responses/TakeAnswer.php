<?php

declare(strict_types=1);

namespace App\Responses;

use App\Models\EventOrigin;
use App\Models\Record;
use App\Models\Response;
use App\Sending\TakeEvent;
use App\Timing\Clock;
use Herald\Record\RecordType;
use Herald\Source\EventKind;
use Herald\Value\Moment;

/** Takes an answer, as an event of its own: what it sets off is set off once, however often the button is pressed. It writes no field of the source. */
final class TakeAnswer
{
    /** @return bool whether it is new; otherwise somebody has pressed the button before */
    public static function take(Answered $answer, RecordType $type): bool
    {
        $record = $answer->dispatch->record;
        $event = new TakeEvent($answer->dispatch->source, $answer->occasion(), EventKind::answered($answer->key), $type, EventOrigin::Answer, answer: $answer);

        return ! $event->take($record->key, static fn (?Record $known): array => $known?->read($type) ?? $known->data ?? $record->data)->repeated;
    }

    /** Keeps it. Called in the transaction that takes its event. */
    public static function keep(Answered $answer, Record $record): void
    {
        $now = Clock::now();
        Response::query()->create([
            'source_id' => $record->source_id, 'record_id' => $record->id, 'dispatch_id' => $answer->dispatch->id, 'record_type' => $record->type,
            'key' => $answer->key, 'value' => $answer->value, 'turn' => $answer->turn, 'answered_at' => $now,
        ]);
        $record->answered($answer->key, $answer->value, Moment::text($now->toDateTimeImmutable()));
    }
}
