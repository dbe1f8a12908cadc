<?php

declare(strict_types=1);

namespace Herald\Message;

use Composer\Pcre\Preg;
use Herald\Value\Clean;

/** Words for a header. Whatever they are, who reads the message reads just them: nothing in them can be taken for an encoded word (RFC 2047). */
final class HeaderText
{
    /** Octets of one encoded word: in base 64, with what stands around it, that makes 72 of the 75 that are allowed (RFC 2047 section 2). */
    private const OCTETS = 45;

    /** A word that is longer cannot be folded as it is, and a line has 998 octets at most (RFC 5322 section 2.1.1). */
    private const LONGEST_WORD = 200;

    /** Letters of a name: nobody is called by more, and mail programs show less. */
    private const LONGEST_NAME = 200;

    /** The name that stands before an address, shortened where it is longer than names are. */
    public static function name(string $name): string
    {
        $line = trim(Clean::line($name));

        return self::of(mb_strlen($line) > self::LONGEST_NAME ? rtrim(mb_substr($line, 0, self::LONGEST_NAME - 1)).'…' : $line);
    }

    /**
     * @return string on one line; where it holds the beginning of an encoded word, or a word that cannot be folded, the whole is encoded here. All else is left to who writes the header
     */
    public static function of(string $text): string
    {
        $line = trim(Clean::line($text));
        if (! str_contains($line, '=?') && ! Preg::isMatch('/\S{'.self::LONGEST_WORD.'}/', $line)) {
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
