<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;
use App\Timing\Clock;

/** Whether what it waits for ever happens. */
final class SetOff implements Point
{
    public function title(): string
    {
        return 'It is set off';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $cue = $asked->declared->cue;
        $dues = Due::query()->where('notice_id', $asked->notice->id)->where('created_at', '>=', now()->subDays(Survey::DAYS));
        if ($cue->time !== null) {
            $coming = Due::query()->where(['notice_id' => $asked->notice->id, 'state' => DueState::Waiting])->whereNotNull('anchor')->where('due_at', '>=', Clock::now())->count();
            $were = $dues->whereIn('state', [DueState::Dispatched, DueState::Dropped])->count();

            return $coming + $were > 0
                ? Told::good("It goes {$cue->inWords()}: {$coming} to come, {$were} came due in the last ".Survey::DAYS.' days')
                : Told::bad("It goes {$cue->inWords()}, and there is no record for which that is to come", $cue->follows === null ? 'Look whether records have that date' : 'Look whether the message that it follows goes out', $cue->follows === null ? "/records/{$asked->declared->recordType}" : "/notices/{$cue->follows}");
        }
        if ($cue->event !== null) {
            $events = Event::query()->where(['source_id' => $survey->source->id, 'name' => $cue->event])->where('created_at', '>=', now()->subDays(Survey::DAYS));
            $number = (clone $events)->count();
            $last = $number === 0 ? null : $events->max('created_at');

            return $number === 0
                ? Told::bad("The event {$cue->event} was not told in the last ".Survey::DAYS.' days', 'Have the application tell it: POST /api/v1/events', $asked->page())
                : Told::good("{$cue->event} was told ".self::times($number).' in the last '.Survey::DAYS.' days, last on '.self::shown($last));
        }
        $number = (clone $dues)->count();

        return $number === 0
            ? Told::note("It goes {$cue->inWords()}; that was not so in the last ".Survey::DAYS.' days', 'Change a record so that it is', "/records/{$asked->declared->recordType}")
            : Told::good('It was set off '.self::times($number).' in the last '.Survey::DAYS.' days, last on '.self::shown($dues->max('created_at')));
    }

    private static function times(int $number): string
    {
        return $number === 1 ? 'once' : "{$number} times";
    }

    private static function shown(mixed $at): string
    {
        return is_string($at) ? substr($at, 0, 16).' UTC' : 'a day unknown';
    }
}
