<?php

declare(strict_types=1);

namespace Herald\Claim;

/** What answers for a notice when no claim fits. */
enum Otherwise: string
{
    /** The source's own words, as they are. */
    case BuiltIn = 'built_in';
    /** The same in the brand's frame. */
    case Framed = 'framed';
    /** Nothing goes out. */
    case Silent = 'silent';

    /** The name of the words that go out then, as a message that they made is labelled. */
    public function called(): string
    {
        return match ($this) {
            self::BuiltIn => 'Built-in',
            self::Framed => 'Built-in, in the brand’s frame',
            self::Silent => 'Nothing',
        };
    }

    /** Within a sentence. */
    public function inWords(): string
    {
        return match ($this) {
            self::BuiltIn => 'the built-in answers',
            self::Framed => 'the built-in answers, in the brand’s frame',
            self::Silent => 'nothing goes out',
        };
    }
}
