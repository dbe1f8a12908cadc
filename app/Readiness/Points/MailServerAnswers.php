<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;

/** Whether the mail server can be reached. */
final class MailServerAnswers implements Point
{
    public function title(): string
    {
        return 'The mail server answers';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $greeting = $survey->greeting();

        return $greeting->answers ? Told::good("{$greeting->words}, in {$greeting->took} ms") : Told::bad("It does not: {$greeting->words}", 'Look at MAIL_HOST and MAIL_PORT, and whether it runs');
    }
}
