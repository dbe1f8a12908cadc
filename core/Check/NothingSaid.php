<?php

declare(strict_types=1);

namespace Herald\Check;

/** Blocks without a word in them. */
final class NothingSaid implements Check
{
    /** What must have words, and what is said where it has none. */
    private const WORDS = [
        'heading.text' => [Weight::Advisory, 'This heading is empty.'],
        'text.text' => [Weight::Advisory, 'This text is empty.'],
        'points.text' => [Weight::Advisory, 'This point is empty.'],
        'button.label' => [Weight::Grave, 'The button says nothing.'],
        'confirm.label' => [Weight::Grave, 'The button says nothing.'],
        'acknowledge.label' => [Weight::Grave, 'The button says nothing.'],
        'rate.label' => [Weight::Grave, 'This mark says nothing.'],
        'choose.label' => [Weight::Grave, 'This answer says nothing.'],
    ];

    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            [$weight, $words] = self::WORDS[$piece->type.'.'.$piece->part] ?? [null, ''];
            if ($weight !== null && $piece->isBlank()) {
                yield Finding::at($piece, $weight, $words);
            }
        }
    }
}
