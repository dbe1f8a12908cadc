<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Weight;

/** What was dropped of its own CSS, and what mail programs make of the rest. */
final class OwnCssNotes implements BrandCheck
{
    public function examine(BrandExamination $brand): iterable
    {
        foreach ($brand->brand->css->notes as $note) {
            yield new BrandFinding($note->dropped ? Weight::Advisory : Weight::Remark, 'css', "Line {$note->line}: {$note->words}.");
        }
    }
}
