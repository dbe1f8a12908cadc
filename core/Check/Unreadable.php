<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\PartKind;
use Herald\Manuscript\Piece;
use Herald\Record\Path;
use Herald\Record\UnknownPath;

/** What a template names and the record does not have, and whatever else could not be read. */
final class Unreadable implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->faults as $fault) {
            $piece = $template->pieceAt($fault->place);
            if ($piece === null) {
                yield Finding::ofWhole(Weight::Grave, self::sentence($fault->inWords()));

                continue;
            }
            $translation = str_starts_with($fault->place, 'translations/') ? 'In '.explode('/', $fault->place)[1].': ' : '';
            yield Finding::at($piece, Weight::Grave, self::sentence($translation.$fault->reason), $translation === '' ? self::nearest($piece) : null);
        }
    }

    private static function sentence(string $words): string
    {
        return ucfirst($words).(str_ends_with($words, '?') ? '' : '.');
    }

    /** The same text with the first path that is not there replaced by the nearest one. */
    private static function nearest(Piece $piece): ?Mend
    {
        if ($piece->kind !== PartKind::Inline && $piece->kind !== PartKind::Link) {
            return null;
        }
        foreach (is_array($piece->raw) ? $piece->raw : [] as $index => $run) {
            $path = is_array($run) && is_string($run['variable'] ?? null) ? $run['variable'] : null;
            try {
                $path === null ?: $piece->vocabulary->field(Path::of($path));
            } catch (UnknownPath $e) {
                if ($e->nearest !== null) {
                    return Mend::set("Use {$e->nearest}", $piece->id, $piece->part, array_replace((array) $piece->raw, [$index => ['variable' => $e->nearest] + (array) $run]));
                }
            } catch (\InvalidArgumentException) {
                // Not even a path: there is nothing near it.
            }
        }

        return null;
    }
}
