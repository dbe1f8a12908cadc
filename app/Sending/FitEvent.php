<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Due;
use App\Secrets\Seal;
use App\Timing\PlanDues;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Illuminate\Support\Facades\DB;

/** Tries an event once more whose data did not fit when it came: where they fit now, the record is brought up to date, unless it has changed since. */
final class FitEvent
{
    /**
     * @throws InvalidDocument when they still do not fit
     */
    public static function of(Due $due, RecordType $type): void
    {
        $event = $due->event;
        if ($event === null || $event->data === null) {
            return;
        }
        $data = RecordReader::read($type, Seal::ofMisfit($type->fields, $event->data), 'event '.$event->event_id, app(Limits::class));
        DB::transaction(static function () use ($due, $event, $type, $data): void {
            $record = $due->loadMissing('record')->record;
            if ($record->revision === $event->record_revision) {
                $record->take($type, $data);
                (new PlanDues($due->source))->about($record, $type);
            }
            $event->dues()->update(['record_revision' => $record->revision]);
            $event->update(['data' => null, 'fault' => null, 'record_revision' => $record->revision]);
        });
        $due->refresh();
    }
}
