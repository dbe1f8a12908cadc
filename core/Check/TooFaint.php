<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Colour\Contrast;
use Herald\Manuscript\PartKind;
use Herald\Style\ColourRole;

/** Words in a colour that does not stand out from the ground they are on. */
final class TooFaint implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            $ground = $piece->ground;
            $raw = $piece->kind === PartKind::Inline && is_array($piece->raw) ? array_values($piece->raw) : [];
            foreach ($raw as $index => $run) {
                $colour = is_array($run) && is_string($run['colour'] ?? null) ? ColourRole::tryFrom($run['colour']) : null;
                $ratio = $colour === null ? Contrast::TEXT : Contrast::ratio($template->brand->colour($colour), $template->brand->colour($ground));
                if ($colour !== null && $ratio < Contrast::TEXT) {
                    $usual = array_replace($raw, [$index => array_diff_key((array) $run, ['colour' => 1])]);
                    yield Finding::at(
                        $piece,
                        Weight::Advisory,
                        sprintf('Words in the colour “%s” stand out from “%s” by %.1f:1 only; %.1f:1 is needed to read them.', $colour->value, $ground->value, floor($ratio * 10) / 10, Contrast::TEXT),
                        Mend::set('In the usual colour', $piece->id, $piece->part, $usual),
                    );
                }
            }
        }
    }
}
