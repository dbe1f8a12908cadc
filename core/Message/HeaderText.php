<?php

declare(strict_types=1);

namespace Herald\Message;

use Herald\Value\Clean;

/** Words for a header. Whatever they are, who reads the message reads just them: nothing in them can be taken for an encoded word (RFC 2047). */
final class HeaderText
{
    /** Octets of one encoded word: in base 64, with what stands around it, that makes 72 of the 75 that are allowed (RFC 2047 section 2). */
    private const OCTETS = 45;

    /**
     * @return string on one line; where it holds the beginning of an encoded word, the whole is encoded here. All else is left to who writes the header
     */
    public static function of(string $text): string
    {
        $line = trim(Clean::line($text));
        if (! str_contains($line, '=?')) {
            return $line;
        }
        $words = [''];
        foreach (mb_str_split($line) as $letter) {
            $last = count($words) - 1;
            if (strlen($words[$last]) + strlen($letter) > self::OCTETS) {
                $words[] = $letter;
            } else {
                $words[$last] .= $letter;
            }
        }

        return implode(' ', array_map(static fn (string $word): string => '=?utf-8?B?'.base64_encode($word).'?=', $words));
    }
}
