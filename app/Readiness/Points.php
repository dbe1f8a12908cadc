<?php

declare(strict_types=1);

namespace App\Readiness;

use App\Models\Notice;

/** All points between an event and the inbox, in the order of the way. */
final class Points
{
    private const ALL = [
        Points\SetOff::class, Points\EventsFit::class, Points\SwitchedOn::class, Points\StillTrue::class, Points\CarriedByUs::class, Points\SomebodyAnswers::class, Points\InTheirLanguages::class, Points\HasRecipient::class,
        Points\RequiredThere::class, Points\SenderAllowed::class, Points\MailServerAnswers::class, Points\SchedulerAlive::class, Points\WorkerAlive::class, Points\NothingWaits::class, Points\LastArrived::class,
    ];

    /**
     * @return list<array{title: string, state: string, words: string, mend: string|null, at: string|null}>
     */
    public static function of(Survey $survey, Notice $notice): array
    {
        $asked = Asked::of($notice, $survey->now);

        return array_map(static function (string $class) use ($survey, $asked): array {
            $point = new $class;
            $told = $point->of($survey, $asked);

            return ['title' => $point->title(), 'state' => $told->state->value, 'words' => $told->words, 'mend' => $told->mend, 'at' => $told->at];
        }, self::ALL);
    }
}
