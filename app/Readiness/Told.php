<?php

declare(strict_types=1);

namespace App\Readiness;

/** What is said of one point: how it stands, by what that is seen, and what mends it. */
final readonly class Told
{
    /**
     * @param  string|null  $mend  what is to be done, in words
     * @param  string|null  $at  the page of the interface where that is done
     */
    private function __construct(public State $state, public string $words, public ?string $mend, public ?string $at)
    {
    }

    public static function good(string $words): self
    {
        return new self(State::Good, $words, null, null);
    }

    public static function note(string $words, ?string $mend = null, ?string $at = null): self
    {
        return new self(State::Note, $words, $mend, $at);
    }

    public static function bad(string $words, string $mend, ?string $at = null): self
    {
        return new self(State::Bad, $words, $mend, $at);
    }
}
