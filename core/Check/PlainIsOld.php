<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\PlainText;

/** A plain text that was taken over by hand, and a message that has changed since. */
final class PlainIsOld implements Check
{
    public function examine(Examination $template): iterable
    {
        $plain = $template->document['plain'] ?? null;
        if (! is_array($plain)) {
            return;
        }
        $now = PlainText::digest($template->document);
        if (($plain['of'] ?? null) !== $now) {
            yield Finding::ofWhole(
                Weight::Advisory,
                'The plain text was taken over by hand, and the message has changed since: see that it still says the same.',
                'plain',
                [Mend::document('It is right as it is', ['plain' => [...$plain, 'of' => $now]])],
            );
        }
    }
}
