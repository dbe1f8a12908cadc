<?php

declare(strict_types=1);

namespace Herald\Check;

/** A message without a subject is not sent; a passage has none. */
final class EmptySubject implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach (isset($template->document['passage']) ? [] : $template->pieces as $piece) {
            if ($piece->id === 'envelope' && $piece->part === 'subject' && $piece->isBlank()) {
                yield Finding::at($piece, Weight::Grave, 'There is no subject.');
            }
        }
    }
}
