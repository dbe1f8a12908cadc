<?php

declare(strict_types=1);

namespace Herald\Check;

/** What people read who do not see the picture (WCAG 2.2, SC 1.1.1). */
final class AlternativeText implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->part === 'alternative' && $piece->isBlank() && ($piece->object['source'] ?? $piece->object['picture'] ?? null) !== null) {
                yield Finding::at($piece, Weight::Advisory, 'The picture has no alternative text: who does not see it is told nothing.');
            }
        }
    }
}
