<?php

declare(strict_types=1);

namespace Herald\Value;

/** What stands for a value that is kept from being read: `{"sealed": "…"}`. */
final class Mask
{
    public const WORDS = '••••••••';

    /** Stands for a masked address, where a link must lead somewhere. No such domain can ever be (RFC 2606 section 2). */
    public const ADDRESS = 'https://hidden.invalid/';

    public static function hides(mixed $value): bool
    {
        return is_array($value) && array_keys($value) === ['sealed'] && ($value['sealed'] === null || is_string($value['sealed']));
    }
}
