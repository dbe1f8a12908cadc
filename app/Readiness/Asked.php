<?php

declare(strict_types=1);

namespace App\Readiness;

use App\Deciding\AskedClaim;
use App\Deciding\WhoAnswers;
use App\Models\Notice;
use Herald\Notice\Notice as Declared;

/** The notice that is asked of. */
final readonly class Asked
{
    /** @param  list<AskedClaim>  $inForce  those of them that may answer at the moment */
    private function __construct(public Notice $notice, public Declared $declared, public WhoAnswers $answers, public array $inForce)
    {
    }

    /** @param  Notice  $notice  with who answers, and its source */
    public static function of(Notice $notice, \DateTimeImmutable $now): self
    {
        $answers = WhoAnswers::to($notice);

        return new self($notice, $notice->declaration(), $answers, $answers->inForce($now));
    }

    /** @param  string  $section  of the notice's page, by the id of its heading */
    public function page(string $section): string
    {
        return "/notices/{$this->notice->key}#{$section}";
    }
}
