<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;
use Herald\Check\Weight;

/** What was dropped of its own CSS, and what mail programs make of the rest. */
final class OwnCssNotes implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        foreach ($brand->brand->css->notes as $note) {
            yield Finding::ofWhole($note->dropped ? Weight::Advisory : Weight::Remark, "Line {$note->line}: {$note->words}.", 'css');
        }
    }
}
