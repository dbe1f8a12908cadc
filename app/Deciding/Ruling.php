<?php

declare(strict_types=1);

namespace App\Deciding;

use Herald\Claim\Otherwise;
use Herald\Condition\Verdict;

/** Who answers for one message: each claim that was asked with what it said, down to the one that answers. */
final readonly class Ruling
{
    /**
     * @param  list<array{AskedClaim, Verdict}>  $asked
     * @param  AskedClaim|null  $answers  null where none fits
     * @param  Otherwise  $otherwise  what answers then
     */
    public function __construct(public array $asked, public ?AskedClaim $answers, public Otherwise $otherwise)
    {
    }

    /** Whether nobody answers. */
    public function isSilent(): bool
    {
        return $this->answers === null && $this->otherwise === Otherwise::Silent;
    }

    /** Whether a claim could not be asked, since the source no longer has what it names. */
    public function needsLook(): bool
    {
        return array_filter($this->asked, static fn (array $line): bool => $line[0]->claim === null) !== [];
    }

    /**
     * @return list<string> in words: why each of those above does not answer, and what does
     */
    public function reasons(): array
    {
        $against = [];
        foreach ($this->asked as [$asked, $verdict]) {
            if (! $verdict->holds) {
                $against[] = "not {$asked->template->name}: {$verdict->reason}";
            } elseif ($verdict->reason !== 'it always fits') {
                $against[] = "{$asked->template->name}: {$verdict->reason}";
            }
        }

        return [...$against, match (true) {
            $this->answers !== null => "{$this->answers->called()}, answers",
            $this->asked === [] => 'no template is in force for it: '.$this->otherwise->inWords(),
            default => 'no template fits: '.$this->otherwise->inWords(),
        }];
    }
}
