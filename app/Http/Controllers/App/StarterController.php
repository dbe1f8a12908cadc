<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\FromStarter;
use App\Documents\TemplateDesk;
use App\Http\Requests\AskStarter;
use App\Http\Requests\TakeStarter;
use App\Http\Stage;
use App\Models\Source;
use Herald\Starter\Starter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Ready-made messages to begin with. */
final class StarterController
{
    /** All of them, each with where its true message is shown. */
    public function index(Source $source, AskStarter $request): JsonResponse
    {
        $record = $request->record($source);
        $asked = array_filter(['notice' => $request->validated('notice'), 'record_type' => $request->validated('record_type'), 'brand' => $request->validated('brand'), 'record' => $record?->key]);

        return response()->json([
            'record' => $record?->key,
            'starters' => array_map(static fn (Starter $starter): array => [
                'key' => $starter->key, 'name' => $starter->name, 'about' => $starter->about, 'dark' => $starter->dark,
                'html_at' => $record === null ? null : "/stage/{$source->key}/starters/{$starter->key}?".http_build_query($asked),
            ], array_values(Starter::all())),
        ]);
    }

    public function html(Source $source, string $starter, AskStarter $request): Response
    {
        return Stage::show($source, $request->made($source)->html(Starter::all()[$starter] ?? abort(404), $request->record($source) ?? abort(404)));
    }

    /** What has been written so far, with a starter in its place. */
    public function over(Source $source, string $key, TakeStarter $request): JsonResponse
    {
        $desk = TemplateDesk::of($source, $key);
        $document = $desk->formed($request->sent());

        return response()->json(['document' => (new FromStarter($source, $desk->notice, $desk->type, $document->node()->optionalString('brand')))->over($document->data, Starter::all()[$request->validated('starter')])]);
    }
}
