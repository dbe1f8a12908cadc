<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\PartKind;
use Herald\Manuscript\Words;
use Herald\Record\Path;
use Herald\Record\UnknownPath;

/** Text in brackets that was meant as a variable and would go out as it stands. */
final class LooksLikeVariable implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            $raw = $piece->kind === PartKind::Inline && is_array($piece->raw) ? array_values($piece->raw) : [];
            foreach ($raw as $index => $run) {
                $text = is_array($run) && is_string($run['text'] ?? null) ? $run['text'] : '';
                if (preg_match('/\{\{?\s*('.Path::PATTERN.')\s*(?:[|}]|or\s)/', $text, $match) !== 1) {
                    continue;
                }
                $mend = null;
                try {
                    $piece->vocabulary->field(Path::of($match[1]));
                    $look = array_diff_key((array) $run, ['text' => 1]);
                    $runs = array_map(static fn (array $one): array => $one + $look, Words::runs((string) preg_replace('/\{\{([^{}]*)\}\}/', '{$1}', $text)));
                    $mend = Mend::set('Make it the variable', $piece->id, $piece->part, [...array_slice($raw, 0, $index), ...$runs, ...array_slice($raw, $index + 1)]);
                } catch (UnknownPath) {
                    // What it was meant to be cannot be told.
                }
                yield Finding::at($piece, Weight::Advisory, "“{$match[1]}” in brackets is text here, and goes out as it stands.", $mend);
            }
        }
    }
}
