<?php

declare(strict_types=1);

namespace App\Deciding;

/** Nobody answers for a notice about a matter, and that is meant: nothing goes out. */
final readonly class Silence
{
    /**
     * @param  list<string>  $reasons  in words, in the order in which it was come to
     */
    public function __construct(public array $reasons)
    {
    }

    public function inWords(): string
    {
        return 'Nobody answers: '.implode('; ', $this->reasons);
    }
}
