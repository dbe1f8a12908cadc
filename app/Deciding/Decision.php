<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\Edition;

/** Who answers for a notice about a matter, in which language, and why; with the edition that goes out. */
final readonly class Decision
{
    /**
     * @param  string  $called  whose words they are, in words
     * @param  list<string>  $reasons  in words, in the order in which it was come to
     * @param  bool  $needsLook  whether other words go out than those that should
     */
    public function __construct(public Edition $edition, public string $called, public string $language, public string $languageReason, public array $reasons, public bool $needsLook)
    {
    }

    /**
     * @param  list<string>  $reasons
     */
    public static function of(Answer $answer, array $reasons = [], bool $needsLook = false): self
    {
        $edition = $answer->edition();

        return new self($edition, $answer->called(), $edition->language, $answer->language->reason, $reasons, $needsLook);
    }
}
