<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Language\LanguageTag;
use Herald\Manuscript\Piece;

/** A language in which some of the words are missing: no message is in two languages, so that it falls back as a whole. */
final class LanguageNotWhole implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->missing as $language => $strings) {
            $name = LanguageTag::name((string) $language);
            $words = count($strings) === 1 ? "A text has no words in {$name}" : count($strings)." texts have no words in {$name}";
            $piece = array_values(array_filter($template->pieces, static fn (Piece $piece): bool => $piece->id.'.'.$piece->part === $strings[0]))[0] ?? null;
            $told = "{$words}: until they are there, who reads {$name} gets the whole message in another language.";
            yield $piece === null ? Finding::ofWhole(Weight::Advisory, $told) : Finding::at($piece, Weight::Advisory, $told);
        }
    }
}
