<?php

declare(strict_types=1);

namespace Herald\Condition;

/** Of how many items of a list something must hold. */
enum Quantifier: string
{
    case Any = 'any';
    /** Of an empty list as well, as there is none of which it does not hold. */
    case All = 'all';
    case None = 'none';

    public function inWords(): string
    {
        return match ($this) {
            self::Any => 'for any of',
            self::All => 'for each of',
            self::None => 'for none of',
        };
    }
}
