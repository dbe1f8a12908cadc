<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Middleware\ReadRequest;
use App\Models\Dispatch;
use App\Models\EventOrigin;
use App\Models\Record;
use App\Models\Source;
use App\Sending\TakeEvent;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Record\RecordReader;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Where a source tells what happened. */
final class EventController
{
    public function store(Request $request): JsonResponse
    {
        $given = $request->validate([
            'id' => ['required', 'string', 'max:200', 'regex:/^[\x21-\x7E]+$/', 'not_regex:/^here-/'],
            'event' => ['required', 'string', 'max:100'],
            'record' => ['required_without:key', 'array'],
            'key' => ['required_without:record', 'string', 'max:200'],
            'given' => ['nullable', 'array'],
        ]);
        /** @var Source $source the token's owner */
        $source = $request->user();
        $manifest = $source->manifest();
        $event = $manifest->events[$given['event']] ?? throw InvalidDocument::because('event', 'event', "\"{$given['event']}\" is not an event of {$source->name}; ".implode(', ', array_keys($manifest->events)).' are');
        $type = $manifest->recordTypes[$event->recordType];
        // The record's data as they came: validation above has turned empty texts to null and cut white space.
        $data = isset($given['record']) ? ReadRequest::sent($request)->node()->node('record')?->data : null;
        $after = $data === null ? null : RecordReader::read($type, $data, 'record', app(Limits::class));
        $key = $after === null ? (string) $given['key'] : RecordReader::identityOf($type, $after);

        $take = new TakeEvent($source, $given['id'], $event->name, $type, EventOrigin::Api, $given['given'] ?? [], bodyHash: hash('sha256', $request->getContent()));
        $taken = $take->take($key, static fn (?Record $record): array => $after ?? $record->data ?? throw InvalidDocument::because('event', 'key', "no {$type->key} \"{$key}\" is known here; send the record itself"));

        return response()->json([
            'id' => $given['id'],
            'repeated' => $taken->repeated,
            'message' => match (true) {
                $taken->differs => 'An event with this id came before, with another content. Nothing more was done.',
                $taken->repeated => 'This event came before. Nothing more was done.',
                default => 'Taken.',
            },
            'dispatches' => $taken->event->dispatches()->with('notice')->orderBy('id')->get()->map(static fn (Dispatch $dispatch): array => [
                'id' => $dispatch->id, 'notice' => $dispatch->notice->key, 'recipient' => $dispatch->recipient === '' ? null : $dispatch->recipient,
                'state' => $dispatch->state->value, 'reason' => $dispatch->reason, 'language' => $dispatch->language,
            ]),
            'left_to_source' => $taken->leftToSource,
        ], $taken->repeated ? 200 : 202);
    }
}
