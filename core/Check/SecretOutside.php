<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\Piece;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Value\Type;

/** A secret on the outside of a message, where inbox lists, notifications and every server on the way show it. */
final class SecretOutside implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            foreach ($piece->block === 'envelope' ? $piece->variables() : [] as $variable) {
                if (self::isSecret($piece, $variable['path'])) {
                    yield Finding::at($piece, Weight::Grave, "“{$variable['path']}” is a secret: it may stand within a message, not in its {$piece->title}, which others see.", null, $variable['path']);
                }
            }
        }
    }

    private static function isSecret(Piece $piece, string $path): bool
    {
        try {
            return $piece->vocabulary->field(Path::of($path))->type instanceof Type\Secret;
        } catch (UnknownPath|\InvalidArgumentException) {
            return false;
        }
    }
}
