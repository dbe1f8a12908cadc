<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Manuscript\PartKind;

/** What is taken out of own HTML, and that it says the same in all languages. */
final class LeftOut implements Check
{
    private const SHOWN = 6;

    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->kind !== PartKind::Html || ! is_string($piece->raw)) {
                continue;
            }
            $left = OwnHtml::read($piece->raw, $piece->vocabulary)->leftOut;
            if ($left !== []) {
                $more = count($left) > self::SHOWN ? ' and '.(count($left) - self::SHOWN).' more' : '';
                yield Finding::at($piece, Weight::Advisory, 'Left out, as mail programs do not show it or it is not safe: '.implode(', ', array_slice($left, 0, self::SHOWN)).$more.'.');
            }
            if (is_array($template->document['translations'] ?? null) && $template->document['translations'] !== []) {
                yield Finding::at($piece, Weight::Remark, 'Own HTML says the same in every language; {% if recipient.language == "de" %} tells them apart.');
            }
        }
    }
}
