<?php

declare(strict_types=1);

namespace Herald\Check;

use Composer\Pcre\Preg;
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
                if (! Preg::isMatch('/\{\{?\s*('.Path::PATTERN.')\s*(?:[|}]|or\s)/', $text, $match)) {
                    continue;
                }
                $mend = null;
                try {
                    $piece->vocabulary->field(Path::of($match[1]));
                    $mend = Mend::set('Make it the variable', $piece->id, $piece->part, [...array_slice($raw, 0, $index), ...self::runs($text, $run), ...array_slice($raw, $index + 1)]);
                } catch (UnknownPath $e) {
                    // Otherwise what it was meant to be cannot be told.
                    $mend = $e->nearest === null ? null : Mend::set("Use {$e->nearest}", $piece->id, $piece->part, [
                        ...array_slice($raw, 0, $index), ...self::runs(str_replace($match[1], $e->nearest, $text), $run), ...array_slice($raw, $index + 1),
                    ]);
                }
                yield Finding::at($piece, Weight::Advisory, "“{$match[1]}” in brackets is text here, and goes out as it stands.", $mend);
            }
        }
    }

    /**
     * @return list<array<array-key, mixed>> the text with variables in place of what stands in brackets, in the look of its run
     */
    private static function runs(string $text, mixed $run): array
    {
        $look = array_diff_key((array) $run, ['text' => 1]);

        return array_map(static fn (array $one): array => $one + $look, Words::runs(Preg::replace('/\{\{([^{}]*)\}\}/', '{$1}', $text)));
    }
}
