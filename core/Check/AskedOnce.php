<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Block\Response;

/** What is asked under one name twice, or once for each item of a list: an answer is kept under its name, once for each message. */
final class AskedOnce implements Check
{
    public function examine(Examination $template): iterable
    {
        $known = [];
        foreach ($template->pieces as $piece) {
            $key = Response::asked($piece);
            if ($key === null || str_starts_with($piece->place, 'plain/')) {
                continue;
            }
            if ($piece->items !== []) {
                yield Finding::at($piece, Weight::Grave, 'What is asked here would be asked once for each, and kept under one name: ask it outside of the repeat.');
            }
            if (isset($known[$key]) && $known[$key] !== $piece->type) {
                yield Finding::at($piece, Weight::Grave, "“{$key}” is asked in another way further up: choose another name to keep it under.");
            }
            $known[$key] ??= $piece->type;
        }
    }
}
