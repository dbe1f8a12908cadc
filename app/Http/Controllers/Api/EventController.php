<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Middleware\ReadRequest;
use App\Http\Problem;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\EventOrigin;
use App\Models\Record;
use App\Models\Source;
use App\Sending\SameEvent;
use App\Sending\TakeEvent;
use App\Sending\TakenEvent;
use Herald\Block\AddOnContent;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Document\Node;
use Herald\Notice\Notice;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Where a source tells what happened, and asks what became of it. */
final class EventController
{
    /** What an event is told by, with what other applications call it. */
    private const MEMBERS = [
        'id' => ['event_id', 'uuid'], 'event' => ['type', 'name', 'kind'], 'record' => ['data', 'payload', 'object', 'body', 'resource'], 'key' => ['record_id', 'number', 'identity'],
        'slots' => ['add_ons', 'content', 'contents'], 'given' => ['params', 'parameters', 'context', 'variables', 'with'],
    ];

    /** Takes every event that is well-formed. Refused is what lacks its id, a declared event or the identity of its record, and what is too large. */
    public function store(Request $request, Limits $limits): JsonResponse
    {
        $sent = ReadRequest::sent($request);
        $sent->node()->only(self::MEMBERS);
        $asked = $request->validate([
            'id' => ['required', 'string', 'max:200', 'regex:/^[\x21-\x7E]+$/', 'not_regex:/^(here-|response:)/'],
            'event' => ['required', 'string', 'max:100'],
            'record' => ['required_without:key', 'array'],
            'key' => ['required_without:record', 'string', 'max:200'],
            'given' => ['nullable', 'array'],
            'slots' => ['nullable', 'array'],
        ]);
        /** @var Source $source the token's owner */
        $source = $request->user();
        $manifest = $source->manifest();
        $event = $manifest->events[$asked['event']] ?? throw InvalidDocument::because('event', 'event', "\"{$asked['event']}\" is not an event of {$source->name}; ".implode(', ', array_keys($manifest->events)).' are');
        $type = $manifest->recordTypes[$event->recordType];
        // As they came: validation has turned empty texts to null and cut white space.
        $parameters = $sent->node()->array('given');
        RecordReader::weigh($parameters, $limits, 'given');
        $slots = $sent->node()->array('slots');
        RecordReader::weigh($slots, $limits, 'slots');
        $notices = array_values(array_filter($manifest->notices, static fn (Notice $notice): bool => $notice->recordType === $type->key));
        AddOnContent::admit(new Node($slots, 'slots', 'event'), array_values(array_unique(array_merge(...array_map(static fn (Notice $notice): array => array_map(strval(...), array_keys($notice->slots)), $notices)))));
        $hash = hash('sha256', $request->getContent());
        $take = new TakeEvent($source, $asked['id'], $event->name, $type, EventOrigin::Api, $parameters, bodyHash: $hash, slots: $slots);

        $record = isset($asked['record']) ? $sent->node()->array('record') : null;
        $taken = $record !== null
            ? $this->record($take, $type, $record, $limits)
            : $take->take($asked['key'], static fn (?Record $record): array => $record?->read($type) ?? $record->data ?? throw InvalidDocument::because('event', 'key', "no {$type->key} \"{$asked['key']}\" is known here; send the record itself"));
        $same = new SameEvent($taken->event, $type, $notices);
        $differences = $taken->repeated && $taken->event->body_hash !== $hash ? $same->differences($event->name, $record === null ? $asked['key'] : RecordReader::admit($type, $record, $limits), $record, $parameters, $slots) : [];

        return $differences === [] ? $this->answer($taken) : Problem::response(409, 'An event with this id came before, with other content', 'The event was taken as it came first, and nothing more was done. Send a new event under an id of its own.', array_map(static fn (string $place): array => [
            'place' => $place, 'reason' => 'differs from the event that came first',
        ], $differences));
    }

    public function show(string $id, Request $request): JsonResponse
    {
        /** @var Source $source the token's owner */
        $source = $request->user();
        $event = Event::query()->where(['source_id' => $source->id, 'event_id' => $id])->with(['record', 'dues.notice', 'dues.dispatch.to'])->firstOrFail();

        return response()->json([
            'id' => $event->event_id, 'event' => $event->name, 'record' => $event->record->key, 'at' => $event->created_at->toIso8601ZuluString(), 'fits' => $event->fault === null, 'fault' => $event->fault,
            'notices' => $event->verdicts,
            'messages' => $event->dues->reject(static fn (Due $due): bool => $due->state === DueState::Spread)->values()->map(self::message(...)),
        ]);
    }

    /**
     * @return array<string, mixed>
     */
    private static function message(Due $due): array
    {
        $dispatch = $due->dispatch;

        return [
            'notice' => $due->notice->key, 'state' => $dispatch->state->value ?? $due->state->value, 'reason' => $dispatch->state_reason ?? $due->state_reason,
            'dispatch' => $dispatch?->id, 'recipient' => $dispatch?->to?->address, 'language' => $dispatch?->language ?: null, 'sent_at' => $dispatch?->sent_at?->toIso8601ZuluString(),
        ];
    }

    /**
     * @param  array<array-key, mixed>  $data
     */
    private function record(TakeEvent $take, RecordType $type, array $data, Limits $limits): TakenEvent
    {
        $key = RecordReader::admit($type, $data, $limits);
        try {
            $after = RecordReader::read($type, $data, 'record', $limits);
        } catch (InvalidDocument $e) {
            return $take->misfit($key, $data, $e);
        }

        return $take->take($key, static fn (): array => $after);
    }

    private function answer(TakenEvent $taken): JsonResponse
    {
        return response()->json([
            'id' => $taken->event->event_id,
            'repeated' => $taken->repeated,
            'message' => match (true) {
                $taken->repeated => 'This event came before. Nothing more was done.',
                $taken->event->fault !== null => 'Taken. Its data do not fit, and the record stays as it was.',
                default => 'Taken.',
            },
            'fits' => $taken->event->fault === null,
            'fault' => $taken->event->fault,
            'notices' => $taken->event->verdicts,
        ], $taken->repeated ? 200 : 202);
    }
}
