<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;
use App\Sending\Rendering;
use App\Sending\Words;

/** Whether the mail server may send in the sender's name, by the domains that MAIL_FROM_DOMAINS names. */
final class SenderAllowed implements Point
{
    public function title(): string
    {
        return 'The sender is allowed';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $domains = config()->array('herald.from_domains');
        if ($domains === []) {
            return Told::good('Which domains may be sent from is not set (MAIL_FROM_DOMAINS)');
        }
        $record = $survey->records($asked->declared->recordType)[0] ?? null;
        $from = $survey->source->manifest()->source->email;
        if ($record !== null) {
            try {
                $from = app(Rendering::class)->of($asked->notice, $survey->source->record($asked->declared->recordType, $record['key']), Words::Answer, null)[2]->fromAddress;
            } catch (\Throwable) {
                // What cannot be made is told elsewhere.
            }
        }
        $domain = strtolower(substr((string) strrchr($from, '@'), 1));

        return match (true) {
            in_array($domain, $domains, true) => Told::good("It comes from {$from}, which is allowed"),
            default => Told::bad("It comes from {$from}, and only ".implode(', ', array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $domains)).' may be sent from', 'Change the sender, or MAIL_FROM_DOMAINS', '/brand'),
        };
    }
}
