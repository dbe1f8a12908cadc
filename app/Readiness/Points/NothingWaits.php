<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Models\Due;
use App\Models\DueState;
use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether anything is due and does not go. */
final class NothingWaits implements Point
{
    /** What is due for longer, in seconds, waits. */
    private const LONG = 60;

    public function title(): string
    {
        return 'Nothing waits';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $waiting = Due::query()->where(['notice_id' => $asked->notice->id, 'state' => DueState::Waiting])->where('try_at', '<', now()->subSeconds(self::LONG));
        $number = (clone $waiting)->count();
        $oldest = $waiting->min('try_at');

        return $number === 0 ? Told::good('Nothing is due that has not gone') : Told::bad(($number === 1 ? 'One message is' : "{$number} messages are").' due and did not go, since '.(is_string($oldest) ? substr($oldest, 0, 16).' UTC' : 'a while'), 'Look at worker and scheduler');
    }
}
