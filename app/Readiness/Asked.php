<?php

declare(strict_types=1);

namespace App\Readiness;

use App\Deciding\WhoAnswers;
use App\Models\Notice;
use Herald\Notice\Notice as Declared;

/** The notice that is asked of. */
final readonly class Asked
{
    private function __construct(public Notice $notice, public Declared $declared, public WhoAnswers $answers)
    {
    }

    /** @param  Notice  $notice  with who answers, and its source */
    public static function of(Notice $notice): self
    {
        return new self($notice, $notice->declaration(), WhoAnswers::to($notice));
    }

    public function page(): string
    {
        return "/notices/{$this->notice->key}";
    }
}
