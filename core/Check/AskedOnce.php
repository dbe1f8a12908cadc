<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Block\Response;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Piece;

/** What is asked under one name twice, or once for each item of a list: an answer is kept under its name, once for each message. */
final class AskedOnce implements Check
{
    public function examine(Examination $template): iterable
    {
        $known = [];
        foreach ($template->pieces as $piece) {
            if ($piece->part !== 'key' || ! self::asks($piece) || str_starts_with($piece->place, 'plain/')) {
                continue;
            }
            if ($piece->items !== []) {
                yield Finding::at($piece, Weight::Grave, 'What is asked here would be asked once for each, and kept under one name: ask it outside of the repeat.');
            }
            $key = is_string($piece->raw) ? $piece->raw : '';
            if (isset($known[$key]) && $known[$key] !== $piece->type) {
                yield Finding::at($piece, Weight::Grave, "“{$key}” is asked in another way further up: choose another name to keep it under.");
            }
            $known[$key] ??= $piece->type;
        }
    }

    /** Whether it belongs to a block that asks something. */
    public static function asks(Piece $piece): bool
    {
        return is_subclass_of(Blocks::all()[$piece->type] ?? '', Response::class);
    }
}
