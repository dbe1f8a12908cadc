<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\Block\Button;
use Herald\Manuscript\Block\Heading;
use Herald\Manuscript\Block\Text;

/** Blocks without a word in them. */
final class NothingSaid implements Check
{
    /** What must have words, by type of block. */
    private const WORDS = ['heading.text' => Heading::class, 'text.text' => Text::class, 'button.label' => Button::class];

    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if (isset(self::WORDS[$piece->type.'.'.$piece->part]) && $piece->isBlank()) {
                yield $piece->type === Button::type()
                    ? Finding::at($piece, Weight::Grave, 'The button says nothing.')
                    : Finding::at($piece, Weight::Advisory, "This {$piece->type} is empty.");
            }
        }
    }
}
