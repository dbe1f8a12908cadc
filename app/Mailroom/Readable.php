<?php

declare(strict_types=1);

namespace App\Mailroom;

use Composer\Pcre\Preg;

/** Bytes of strangers as text that can be shown and stored: what is UTF-8 stays as it is, any other byte stands as \xNN. */
final class Readable
{
    public static function text(string $bytes): string
    {
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return $bytes;
        }
        $text = '';
        foreach (Preg::split('/((?:[\x00-\x7F]++|[\xC2-\xDF][\x80-\xBF]|[\xE0-\xEF][\x80-\xBF]{2}|[\xF0-\xF4][\x80-\xBF]{3})++)/', $bytes, -1, PREG_SPLIT_DELIM_CAPTURE) as $piece) {
            $text .= mb_check_encoding($piece, 'UTF-8') ? $piece : Preg::replace('/../', '\\\\x$0', strtoupper(bin2hex($piece)));
        }

        return $text;
    }
}
