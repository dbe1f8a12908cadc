<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Deciding\Answer;
use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;
use Herald\Document\InvalidDocument;
use Herald\Language\LanguageTag;

/** Whether there are words in the languages that its recipients read. */
final class InTheirLanguages implements Point
{
    public function title(): string
    {
        return 'In their languages';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        $sent = $survey->languages($asked->notice);
        $read = $sent === [] ? self::foreseen($survey, $asked) : $sent;
        $version = ($asked->inForce[0] ?? null)?->version();
        $lacking = [];
        foreach ($read as $language => $number) {
            try {
                $chosen = Answer::with($asked->notice, $version, (string) $language)->language->language;
            } catch (InvalidDocument) {
                return Told::note('It cannot be told: who answers does not fit the source any more', 'Look who answers', $asked->page('who-answers'));
            }
            if (! str_starts_with(strtolower((string) $language), strtolower($chosen))) {
                $lacking[] = LanguageTag::name((string) $language)." ({$number}, who get ".LanguageTag::name($chosen).')';
            }
        }
        $all = implode(', ', array_map(LanguageTag::name(...), array_map(strval(...), array_keys($read))));

        $whose = $sent === [] ? ' (nothing went out in the last '.Survey::DAYS.' days: by the newest records)' : ' (by what went out in the last '.Survey::DAYS.' days)';

        return match (true) {
            $read === [] => Told::good('No recipient has a language of its own'),
            $lacking === [] => Told::good("There are words in all that they read: {$all}{$whose}"),
            default => Told::note('There are no words in '.implode(', ', $lacking).$whose, ...($version === null ? ['Write a template for it', $asked->page('who-answers')] : ['Translate the template', "/templates/{$version->template->key}"])),
        };
    }

    /**
     * What those would read whom the newest records name. Of what goes to each of several nothing is foreseen.
     *
     * @return array<string, int> how many of them, by language tag
     */
    private static function foreseen(Survey $survey, Asked $asked): array
    {
        $read = [];
        foreach ($asked->declared->recipient->each === null ? $survey->records($asked->declared->recordType) : [] as $record) {
            $language = $asked->declared->recipient->resolve($record['data'])->language;
            if ($language !== null && $language !== '') {
                $read[$language] = ($read[$language] ?? 0) + 1;
            }
        }

        return $read;
    }
}
