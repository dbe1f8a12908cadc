<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Claims\OrderDesk;
use App\Claims\Otherwises;
use App\Claims\Outlook;
use App\Deciding\WhoAnswers;
use App\Http\Requests\AskOfRecord;
use App\Http\Requests\SetOtherwise;
use App\Http\Requests\TryOrder;
use App\Http\Requests\WriteOrder;
use App\Http\Resources\DeskParts;
use App\Models\ClaimCollection;
use App\Models\Notice;
use App\Models\Source;
use App\Models\Template;
use App\Timing\Clock;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;

/** Who answers for a notice: looked at, written on, put in force; and why, for a record. */
final class OrderController
{
    public function show(Source $source, string $key): JsonResponse
    {
        $desk = self::desk($source, $key);
        $notice = $desk->notice;
        $zone = $source->manifest()->source->zone;
        $now = Clock::now()->toDateTimeImmutable();

        return response()->json([
            'revision' => $notice->order_revision, 'in_force' => $desk->inForce(), 'draft' => $notice->order_draft,
            'drafted_by' => $notice->order_draft === null ? null : $notice->orderedBy?->name,
            'templates' => $desk->templates()->map(static fn (Template $template): array => ['key' => $template->key, 'name' => $template->name, 'version' => $template->latestVersion?->number, 'archived' => $template->archived_at !== null])->values(),
            'collections' => $desk->collections()->map(static fn (ClaimCollection $collection): array => ['key' => $collection->key, 'name' => $collection->name, 'on' => $collection->judge($now, $zone)->holds])->values(),
            'languages' => $source->manifest()->source->languages,
            'has_built_in' => $notice->declaration()->languages() !== [],
        ]);
    }

    /** What conditions on who answers may be made of. */
    public function parts(Source $source, string $key): JsonResponse
    {
        $manifest = $source->manifest();

        return response()->json(array_intersect_key(DeskParts::of(self::desk($source, $key)->notice->declaration()->vocabulary->withEvent(), $source->brandWornAs(null)->read(), $manifest->source, $manifest->source->defaultLanguage), array_flip(['fields', 'operators', 'languages'])));
    }

    /** What can be said of an order, and what it would change; with a record, who answers for it and why. */
    public function tried(Source $source, string $key, TryOrder $request): JsonResponse
    {
        $desk = self::desk($source, $key);
        $document = $request->order();
        if (! $desk->isKept($document)) {
            Gate::authorize('write', $source);
        }
        $asked = $desk->looked($document);
        $record = $request->validated('record');

        return response()->json([
            ...Outlook::of($desk->notice, $asked),
            'now' => $desk->told($desk->inForce()), 'then' => $desk->told($document),
            'differing' => $request->validated('compare') === true ? Outlook::differing($desk->notice, WhoAnswers::to($desk->notice), $asked) : null,
            'why' => $record === null ? null : Outlook::why($desk->notice, $source->record($desk->notice->declaration()->recordType, $record), $asked),
        ]);
    }

    public function save(Source $source, string $key, WriteOrder $request): JsonResponse
    {
        $desk = self::desk($source, $key);
        [$order] = $desk->read($request->order());
        $desk->save($request->validated('revision'), $order->toArray(), $request->user());

        return $this->show($source, $key);
    }

    public function letGo(Source $source, string $key, WriteOrder $request): JsonResponse
    {
        self::desk($source, $key)->save($request->validated('revision'), null, $request->user());

        return $this->show($source, $key);
    }

    public function putInForce(Source $source, string $key, WriteOrder $request): JsonResponse
    {
        self::desk($source, $key)->putInForce($request->validated('revision'), $request->order(), $request->user());

        return $this->show($source, $key);
    }

    /** Who answers for a record, by what is in force. */
    public function why(Source $source, string $key, AskOfRecord $request): JsonResponse
    {
        $notice = self::desk($source, $key)->notice;

        return response()->json(Outlook::why($notice, $source->record($notice->declaration()->recordType, $request->validated('record'))));
    }

    /** What answers when no template does, of many notices at once. */
    public function otherwise(Source $source, SetOtherwise $request): Response
    {
        (new Otherwises($source))->set($request->set(), $request->new(), $request->user());

        return response()->noContent();
    }

    private static function desk(Source $source, string $key): OrderDesk
    {
        return OrderDesk::of(Notice::asked($source, $key));
    }
}
