<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Http\Requests\MoveClock;
use App\Models\Source;
use App\Timing\CallDues;
use App\Timing\Clock;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;

/** Moves the work's clock on, where that may be. */
final class ClockController
{
    public function __invoke(Source $source, MoveClock $request): JsonResponse
    {
        abort_unless(Clock::mayBeMoved(), 404);
        $to = $request->to();
        $before = Clock::now();
        if ($to === null || ! Clock::moveTo($to)) {
            throw ValidationException::withMessages(['to' => 'Choose a time that is still to come, within ten years.']);
        }
        Audit::note($request->user(), 'clock', "The clock moved on to {$to->toIso8601ZuluString()}", null, $source, ['clock' => $before->toIso8601ZuluString()], ['clock' => $to->toIso8601ZuluString()]);

        return response()->json(['called' => CallDues::all(), ...self::state()]);
    }

    /**
     * @return array{now: string, may_be_moved: bool, moved: bool}
     */
    public static function state(): array
    {
        return ['now' => Clock::now()->toIso8601ZuluString(), 'may_be_moved' => Clock::mayBeMoved(), 'moved' => Clock::ahead() !== 0];
    }
}
