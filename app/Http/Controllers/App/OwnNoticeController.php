<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\CarryNotice;
use App\Http\Requests\ChangeNotice;
use App\Http\Requests\ReadNotice;
use App\Http\Requests\SwitchNotice;
use App\Http\Resources\DeskParts;
use App\Models\Notice;
use App\Models\NoticeOrigin;
use App\Models\Source;
use App\Notices\Foresight;
use App\Notices\OwnNotices;
use Herald\Document\InvalidDocument;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Record\Question;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Source\EventKind;
use Herald\Source\Strand;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Notices that people make here, and what they say of those that the source declares. */
final class OwnNoticeController
{
    /** What a notice about records of a type may be made of. */
    public function desk(Source $source, string $type): JsonResponse
    {
        $manifest = $source->manifest();
        $declared = $manifest->recordTypes[$type] ?? abort(404);

        return response()->json([
            'record_types' => array_values(array_map(static fn (RecordType $one): array => ['key' => $one->key, 'name' => $one->plural->in('en')], $manifest->recordTypes)),
            'strands' => array_values(array_map(static fn (Strand $strand): array => ['key' => $strand->key, 'name' => $strand->name], array_filter($manifest->strands, static fn (Strand $strand): bool => $strand->recordType === $type))),
            'events' => array_values(array_map(static fn (EventKind $event): array => ['name' => $event->name, 'label' => $event->label], $manifest->eventsOf($declared))),
            'notices' => array_values(array_map(static fn (Declared $one): array => ['key' => $one->key, 'name' => "{$one->name}, to {$one->audienceLabel}"], array_filter($manifest->notices, static fn (Declared $one): bool => $one->recordType === $type))),
            'roles' => array_map(static fn (string $key, array $role): array => ['key' => $key, 'name' => $role['name'], 'address' => $role['address']], array_keys($manifest->source->roles), $manifest->source->roles),
            'questions' => array_values(array_map(static fn (Question $question): array => ['key' => $question->key, 'label' => $question->label->in('en')], $declared->questions)),
            'audiences' => array_map(static fn (string $audience, array $words): array => ['key' => $audience, 'name' => $words['name']], array_keys($manifest->source->audiences), $manifest->source->audiences),
            ...array_intersect_key(DeskParts::of(Vocabulary::of($declared, kinds: $manifest->recordTypes), $source->brandWornAs(null)->read(), $manifest->source, $manifest->source->defaultLanguage), array_flip(['fields', 'operators', 'languages'])),
        ]);
    }

    /** What a document would be, as a notice: read aloud, with how many messages it would have been, and what else its event sets off. */
    public function tried(Source $source, ReadNotice $request): JsonResponse
    {
        $declared = (new OwnNotices($source))->tried($request->notice());

        return response()->json(['cue' => $declared->cue->inWords(), 'recipient' => $declared->recipient->inWords(), 'beside' => self::beside($source, $declared), ...Foresight::of($source, $declared)]);
    }

    /** Takes it over from the source, or hands it back. */
    public function carry(Source $source, string $key, CarryNotice $request): JsonResponse
    {
        $notice = $source->notices()->where('key', $key)->inForce()->firstOrFail()->setRelation('source', $source);
        (new OwnNotices($source))->carry($notice, $request->validated('revision'), Carrier::from($request->validated('carrier')), $request->user());

        return response()->json(['key' => $notice->key]);
    }

    public function store(Source $source, ReadNotice $request): JsonResponse
    {
        $notice = (new OwnNotices($source))->create($request->notice(), $request->user());

        return response()->json(['key' => $notice->key], 201);
    }

    public function update(Source $source, string $key, ChangeNotice $request): JsonResponse
    {
        $notice = self::find($source, $key);
        if ($notice->origin !== NoticeOrigin::Own) {
            throw InvalidDocument::because('notice', 'key', 'is declared by the source: what it is, is the source\'s; it can be switched off or narrowed here');
        }
        (new OwnNotices($source))->change($notice, $request->validated('revision'), $request->notice(), $request->user());

        return response()->json(['key' => $key]);
    }

    /** Switches one on or off, and narrows it. */
    public function set(Source $source, string $key, SwitchNotice $request): JsonResponse
    {
        $sent = $request->sent()->node();
        (new OwnNotices($source))->set(self::find($source, $key), $request->validated('revision'), $request->boolean('on'), $sent->has('narrowing') ? $sent->array('narrowing') : null, $request->user());

        return response()->json(['key' => $key]);
    }

    public function destroy(Source $source, string $key, SwitchNotice $request): Response
    {
        $notice = $source->notices()->where(['key' => $key, 'origin' => NoticeOrigin::Own])->whereNull('retired_at')->firstOrFail()->setRelation('source', $source);
        (new OwnNotices($source))->retire($notice, $request->validated('revision'), $request->user());

        return response()->noContent();
    }

    /**
     * @return list<string> the other notices that the same event sets off, by name and audience
     */
    private static function beside(Source $source, Declared $notice): array
    {
        return array_values(array_map(
            static fn (Declared $one): string => "{$one->name}, to {$one->audienceLabel}",
            array_filter($source->manifest()->notices, static fn (Declared $one): bool => $one->key !== $notice->key && $one->recordType === $notice->recordType && $one->cue->sameEventAs($notice->cue)),
        ));
    }

    private static function find(Source $source, string $key): Notice
    {
        return $source->notices()->where('key', $key)->whereNull('retired_at')->firstOrFail()->setRelation('source', $source);
    }
}
