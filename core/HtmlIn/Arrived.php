<?php

declare(strict_types=1);

namespace Herald\HtmlIn;

/** What foreign HTML became. */
final readonly class Arrived
{
    /**
     * @param  array<string, mixed>  $message  "manuscript", and "envelope" and "look" where it said anything of them: members of a template's document, in normal form
     * @param  list<Placeholder>  $placeholders  found in it
     * @param  list<array{what: string, became: string|null, times: int}>  $report  what became of every element of it, and of what its styles said; null for left out
     */
    public function __construct(public array $message, public array $placeholders, public array $report)
    {
    }
}
