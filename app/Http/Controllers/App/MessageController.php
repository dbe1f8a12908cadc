<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\SendMessage;
use App\Http\Resources\GivenFields;
use App\Models\Dispatch;
use App\Models\Notice;
use App\Models\Source;
use App\Sending\ByHand;
use Herald\Document\Limits;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Record\RecordReader;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;

/** Messages that a person sends about one record. */
final class MessageController
{
    /** What can be sent about a record, and when it was sent last. */
    public function index(Source $source, string $type, string $key): JsonResponse
    {
        $manifest = $source->manifest();
        $record = $source->record($type, $key);
        $last = Dispatch::query()->whereIn('id', Dispatch::query()->where('record_id', $record->id)->groupBy('notice_id')->selectRaw('max(id)')->toBase())->get()->keyBy('notice_id');
        $notices = $source->notices()->inForce()->withWhoAnswers()->orderBy('position')->get()->each(static fn (Notice $notice) => $notice->setRelation('source', $source))->filter(static fn (Notice $notice): bool => $manifest->notices[$notice->key]->recordType === $type);

        return response()->json(['notices' => $notices->map(static function (Notice $notice) use ($manifest, $last): array {
            $declared = $manifest->notices[$notice->key];
            $before = $last->get($notice->id);

            return [
                'key' => $notice->key, 'name' => $declared->name, 'audience_label' => $declared->audienceLabel, 'cue' => $declared->cue->inWords(), 'given' => GivenFields::of($declared, seen: true), 'refused' => self::refused($notice, $declared),
                'last' => $before === null ? null : ['id' => $before->id, 'state' => $before->state->value, 'at' => $before->created_at->toIso8601ZuluString()],
            ];
        })->values()]);
    }

    public function store(Source $source, string $type, string $key, SendMessage $request): JsonResponse
    {
        $asked = $request->validated();
        $record = $source->record($type, $key);
        $notice = $source->notices()->where('key', $asked['notice'])->inForce()->withWhoAnswers()->first()?->setRelation('source', $source);
        $declared = $notice?->declaration();
        $refused = match (true) {
            $notice === null || $declared === null || $declared->recordType !== $type => "There is no notice of that key about records like {$key}.",
            default => self::refused($notice, $declared),
        };
        if ($notice === null || $declared === null || $refused !== null) {
            throw ValidationException::withMessages(['notice' => $refused]);
        }
        $given = $request->sent()->node()->array('given');
        $request->sent()->node()->node('given')?->only(array_fill_keys(array_keys($declared->given), []));
        RecordReader::weigh($given, app(Limits::class), 'given');
        ByHand::send($notice, $record, $given, $asked['once'], $request->user() ?? throw new \LogicException('Nobody is signed in'));

        return response()->json(['state' => 'queued'], 202);
    }

    /** Why a notice is not sent by hand; null when it is. */
    private static function refused(Notice $notice, Declared $declared): ?string
    {
        $lacks = GivenFields::onlyWithAnEvent($declared);

        return match (true) {
            $declared->carrier === Carrier::Source => 'The source still sends this itself.',
            ! $declared->on => 'It is switched off here.',
            ! $notice->hasWords() => 'Nothing is written for it yet.',
            $lacks !== [] => 'It needs what only an event brings: '.implode(', ', $lacks).'.',
            default => null,
        };
    }
}
