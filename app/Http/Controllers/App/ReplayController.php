<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\RunReplay;
use App\Http\Stage;
use App\Models\Dispatch;
use App\Models\Notice;
use App\Models\Source;
use App\Replay\Against;
use App\Replay\Replay;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Str;

/** Past events run against other words, some at a time: whoever asks for no more has stopped it. */
final class ReplayController
{
    /** What is run against is remembered for so long, in seconds. */
    private const KEPT = 3_600;

    public function run(Source $source, string $key, RunReplay $request): JsonResponse
    {
        $notice = Notice::asked($source, $key);
        $replay = $request->validated('replay');
        if (! is_string($replay)) {
            $against = $request->against();
            Against::read($notice, $against);
            $notice = Notice::asked($source, $key);
            $replay = Str::random(40);
            Cache::put(self::name($source, $notice, $replay), $against, self::KEPT);
        }
        $after = $request->validated('after');
        $lines = self::replay($notice, $replay)->batch(is_string($after) ? $after : null);

        return response()->json(['replay' => $replay, 'of' => Replay::count($notice), 'lines' => $lines, 'more' => count($lines) === Replay::AT_ONCE]);
    }

    public function show(Source $source, string $key, string $replay, string $id): JsonResponse
    {
        $notice = Notice::asked($source, $key);

        return response()->json([...self::replay($notice, $replay)->one(self::dispatch($notice, $id)), 'html_at' => "/stage/{$source->key}/notices/{$notice->key}/replays/{$replay}/{$id}"]);
    }

    public function html(Source $source, string $key, string $replay, string $id): Response
    {
        $notice = Notice::asked($source, $key);

        return Stage::show($source, self::replay($notice, $replay)->html(self::dispatch($notice, $id)) ?? '');
    }

    private static function replay(Notice $notice, string $replay): Replay
    {
        $against = Cache::get(self::name($notice->source, $notice, $replay));

        return new Replay($notice, Against::read($notice, is_array($against) ? $against : abort(404, 'This replay was too long ago. Begin it again.')));
    }

    private static function dispatch(Notice $notice, string $id): Dispatch
    {
        return $notice->dispatches()->whereNotNull('due_id')->with(['record', 'due.event', 'due.record', 'due.source', 'edition.templateVersion.template'])->findOrFail($id);
    }

    private static function name(Source $source, Notice $notice, string $replay): string
    {
        return "replay.{$source->id}.{$notice->id}.{$replay}";
    }
}
