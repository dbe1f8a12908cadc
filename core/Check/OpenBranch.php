<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\PartKind;

/** A branch whose condition is still to be written. */
final class OpenBranch implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->kind === PartKind::Condition && $piece->id !== $piece->block && isset($piece->object['blocks']) && $piece->raw === null) {
                yield Finding::at($piece, Weight::Grave, 'This branch has no condition yet: nobody would see it.');
            }
        }
    }
}
