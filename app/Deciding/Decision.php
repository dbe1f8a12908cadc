<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\BrandVersion;
use App\Models\Edition;
use Herald\Manuscript\Manuscript;
use Herald\Render\CompiledMessage;

/** Who answers for a notice about a matter, in which language, and why; with the compiled message. It writes nothing: only what is sent keeps an edition, see {@see edition}. */
final readonly class Decision
{
    /**
     * @param  Answer|null  $answer  the words; null where the last good edition of a template that no longer fits answers
     * @param  Edition|null  $known  what was compiled of them before
     * @param  string  $called  whose words they are, in words
     * @param  list<string>  $reasons  in words, in the order in which it was come to
     * @param  bool  $needsLook  whether other words go out than those that should
     * @param  bool  $isInstead  whether that is since those no longer fit the source
     */
    private function __construct(private ?Answer $answer, private ?Edition $known, public CompiledMessage $message, public string $called, public string $language, public string $languageReason, public array $reasons, public bool $needsLook, public bool $isInstead)
    {
    }

    /**
     * @param  list<string>  $reasons
     */
    public static function of(Answer $answer, array $reasons = [], bool $needsLook = false, bool $isInstead = false): self
    {
        $known = $answer->known();

        return new self($answer, $known, $known?->message() ?? $answer->compile(), $answer->called(), $answer->language->language, $answer->language->reason, $reasons, $needsLook || $isInstead, $isInstead);
    }

    /**
     * The last good edition of a template that no longer fits the source.
     *
     * @param  list<string>  $reasons
     */
    public static function ofLastGood(Edition $edition, string $called, array $reasons): self
    {
        return new self(null, $edition, $edition->message(), $called, $edition->language, 'the language of its last good edition', [...$reasons, 'its last good edition answers'], true, true);
    }

    /** What goes out, kept where it was not before. */
    public function edition(): Edition
    {
        return $this->known ?? $this->answer?->keep($this->message) ?? throw new \LogicException('One of the two is there');
    }

    /** The words, to be compiled in another design; null where they cannot be, as they no longer fit the source. */
    public function manuscript(): ?Manuscript
    {
        return $this->answer?->manuscript();
    }

    /** The brand that it wears; null for a built-in without any. */
    public function brandVersion(): ?BrandVersion
    {
        return $this->answer === null ? $this->known?->brandVersion : $this->answer->brand();
    }

    public function isBuiltIn(): bool
    {
        return $this->answer?->isBuiltIn() === true;
    }
}
