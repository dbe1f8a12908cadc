<?php

declare(strict_types=1);

namespace Herald\Language;

use Composer\Pcre\Preg;

/** The language a message goes out in, and why. */
final readonly class LanguageChoice
{
    public function __construct(public string $language, public string $reason)
    {
    }

    /**
     * Looks a language up among those there are: RFC 4647 section 3.4 (lookup). The wanted tag is shortened from its
     * end, a single letter or digit left at the end going with what followed it, until one of the available tags equals it
     * (regardless of case); when nothing is left, the default answers.
     *
     * @param  string|null  $wanted  the recipient's language; null or empty when it is not known
     * @param  non-empty-list<string>  $available
     * @param  string  $default  used when the lookup finds nothing; if it is not available either, the first available is
     */
    public static function lookup(?string $wanted, array $available, string $default): self
    {
        $range = str_replace('_', '-', trim($wanted ?? ''));
        while ($range !== '' && $range !== '*') {
            foreach ($available as $tag) {
                if (strcasecmp($tag, $range) === 0) {
                    return new self($tag, strcasecmp($range, $wanted ?? '') === 0
                        ? "the recipient's language is {$wanted}"
                        : "the recipient's language is {$wanted}, and {$tag} is the nearest there is");
                }
            }
            $cut = strrpos($range, '-');
            $range = $cut === false ? '' : substr($range, 0, $cut);
            $range = Preg::replace('/-[A-Za-z0-9]$/', '', $range);
        }
        $why = ($wanted ?? '') === '' ? "the recipient's language is not known" : "the recipient's language is {$wanted}, which is not there";
        foreach ($available as $tag) {
            if (strcasecmp($tag, $default) === 0) {
                return new self($tag, "{$why}; {$tag} is the source's default");
            }
        }

        return new self($available[0], "{$why}, nor is the source's default {$default}; {$available[0]} is the first there is");
    }
}
