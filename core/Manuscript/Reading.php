<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Document\Faults;

/** What is shared while one manuscript is read in one language: its faults, the ids seen, and the translations waiting to be used. */
final class Reading
{
    /** @var array<string, string> the place of each id seen */
    private array $ids = [];

    /** What stands on an envelope and is the same in every language. */
    private const NOT_WORDS = ['envelope.from_name', 'envelope.from_address', 'envelope.reply_to', 'envelope.cc', 'envelope.bcc'];

    /** @var list<string> the ids of the strings that have no words in the language that is being read */
    private array $missing = [];

    /** @var array<string, true> the string ids that the manuscript has */
    private array $strings = [];

    /**
     * @param  array<array-key, mixed>  $translations  raw inline text by string id
     * @param  string  $translationsPlace  where the translations stand in the document
     * @param  bool  $isTranslated  whether it is read in another language than the one it was written in
     */
    public function __construct(
        public readonly Faults $faults,
        private readonly array $translations,
        private readonly string $translationsPlace,
        private readonly bool $isTranslated = false,
    ) {
    }

    public function claimId(string $id, string $place): void
    {
        if (isset($this->ids[$id])) {
            $this->faults->add($place.'/id', "\"{$id}\" is the id of {$this->ids[$id]} already");
        }
        $this->ids[$id] = $place;
    }

    /**
     * The words of a string in the language that is being read, with the place they come from.
     *
     * @return array{mixed, string}
     */
    public function words(string $string, mixed $raw, string $place): array
    {
        $this->strings[$string] = true;
        if ($this->isTranslated && ! isset($this->translations[$string]) && ! in_array($string, self::NOT_WORDS, true) && Words::areIn($raw)) {
            $this->missing[] = $string;
        }

        return isset($this->translations[$string])
            ? [$this->translations[$string], $this->translationsPlace.'/'.$string]
            : [$raw, $place];
    }

    /**
     * @return list<string>
     */
    public function missing(): array
    {
        return $this->missing;
    }

    /** Names the translations whose string the manuscript does not have. */
    public function nameStrays(): void
    {
        foreach (array_diff_key($this->translations, $this->strings) as $string => $words) {
            $this->faults->add($this->translationsPlace.'/'.$string, 'translates nothing: the manuscript has no such string');
        }
    }
}
