<?php

declare(strict_types=1);

namespace Herald\Check;

/** A subject of which most people see the beginning only. */
final class LongSubject implements Check
{
    /** Letters that are written, whatever data add. Programs show some 40 on a phone and 60 to 80 on a wide screen (common practice). */
    private const MOST = 120;

    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->id !== 'envelope' || $piece->part !== 'subject') {
                continue;
            }
            $letters = 0;
            foreach (is_array($piece->raw) ? $piece->raw : [] as $run) {
                $letters += is_array($run) && is_string($run['text'] ?? null) ? (int) grapheme_strlen($run['text']) : 0;
            }
            if ($letters > self::MOST) {
                yield Finding::at($piece, Weight::Advisory, 'The subject has '.number_format($letters).' letters: lists of messages show the first 40 to 80 of them.');
            }
        }
    }
}
