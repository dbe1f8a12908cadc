<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Middleware\ReadRequest;
use App\Models\Source;
use App\Models\ToldSent;
use Carbon\CarbonImmutable;
use Herald\Value\Moment;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;

/** Where a source tells that it sent a message itself, so that what goes out twice is seen. */
final class SentController
{
    private const MEMBERS = ['id' => ['uuid'], 'notice' => ['message', 'type'], 'key' => ['record', 'number'], 'event' => ['event_id'], 'address' => ['to', 'email', 'recipient'], 'at' => ['sent_at', 'time']];

    /** What goes out within so many hours of it is for the same occasion, where no event is named. */
    private const NEAR = 24;

    public function __invoke(Request $request): JsonResponse
    {
        ReadRequest::sent($request)->node()->only(self::MEMBERS);
        $asked = $request->validate(['id' => ['required', 'string', 'max:200'], 'notice' => ['required', 'string', 'max:190'], 'key' => ['required', 'string', 'max:200'], 'event' => ['nullable', 'string', 'max:200'], 'address' => ['nullable', 'string', 'max:320'], 'at' => ['nullable', 'string', 'max:40']]);
        $at = isset($asked['at']) ? (Moment::read($asked['at']) ?? throw ValidationException::withMessages(['at' => 'must be a moment, like 2026-11-28T09:30:00Z'])) : null;
        $moment = $at === null ? now() : CarbonImmutable::parse($at);
        if ($moment->year < 2000 || $moment->year > 9000) {
            throw ValidationException::withMessages(['at' => 'lies too far away']);
        }
        /** @var Source $source the token's owner */
        $source = $request->user();
        $notice = $source->notices()->where('key', $asked['notice'])->inForce()->first()?->setRelation('source', $source) ?? throw ValidationException::withMessages(['notice' => "\"{$asked['notice']}\" is no notice of {$source->name}"]);
        $record = $source->records()->where(['type' => $notice->declaration()->recordType, 'key' => $asked['key']])->first() ?? throw ValidationException::withMessages(['key' => "no {$notice->declaration()->recordType} \"{$asked['key']}\" is known here"]);
        $told = ToldSent::query()->createOrFirst(['source_id' => $source->id, 'told_id' => $asked['id']], [
            'notice_id' => $notice->id, 'record_id' => $record->id, 'occasion' => isset($asked['event']) ? "event:{$asked['event']}" : null, 'address' => $asked['address'] ?? null,
            'sent_at' => $moment, 'near_from' => $moment->subHours(self::NEAR), 'near_until' => $moment->copy()->addHours(self::NEAR),
        ]);

        return response()->json(['id' => $told->told_id, 'repeated' => ! $told->wasRecentlyCreated, 'double' => ToldSent::query()->whereKey($told->id)->doubled()->exists()], $told->wasRecentlyCreated ? 202 : 200);
    }
}
