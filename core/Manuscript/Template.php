<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Document\Schema;
use Herald\Record\Vocabulary;
use Herald\Style\Look;

/** A branded message as its author wrote it: a template document, read and checked. */
final readonly class Template
{
    /**
     * @param  string  $key  stable and unique
     * @param  string|null  $notice  the key of the notice it is written for
     * @param  string|null  $brand  the key of the brand it wears; null for the default one
     * @param  Look  $look  in place of the brand's
     * @param  non-empty-array<string, Manuscript>  $manuscripts  by language; the first is the one it was written in
     * @param  array<string, list<string>>  $missing  by language, the ids of the strings that have no words in it
     */
    private function __construct(
        public string $key,
        public string $name,
        public string $folder,
        public string $recordType,
        public ?string $notice,
        public ?string $brand,
        public Look $look,
        private array $manuscripts,
        private array $missing,
    ) {
    }

    /** Which record type the document says it speaks about, before it is read in full. */
    public static function recordTypeOf(Json $json): string
    {
        Schema::Template->check($json);

        return $json->node()->string('record_type');
    }

    /**
     * @param  Vocabulary  $vocabulary  all that may be named: see {@see Vocabulary::of}
     * @param  Passages|null  $passages  those that it may take in
     *
     * @throws InvalidDocument naming place and reason of everything that is wrong
     */
    public static function ofJson(Json $json, Vocabulary $vocabulary, ?Passages $passages = null): self
    {
        Schema::Template->check($json);

        return self::stored($json, $vocabulary, $passages);
    }

    /**
     * Reads a document that passed {@see ofJson} before it was stored, without checking its form again.
     *
     * @throws InvalidDocument when it no longer fits the vocabulary
     */
    public static function stored(Json $json, Vocabulary $vocabulary, ?Passages $passages = null): self
    {
        $node = self::whole($json, $passages);
        $faults = new Faults;
        $base = $node->string('language');
        $translations = $node->nodes('translations');
        if (isset($translations[$base])) {
            $faults->add('translations/'.$base, "\"{$base}\" is the language of the template itself");
        }
        $manuscripts = [$base => self::read($node, $base, $vocabulary, new Reading($faults, [], ''))];
        $faults->throwIfAny($json->name);
        $missing = [];
        foreach ($translations as $language => $words) {
            $reading = new Reading($faults, $words->data, $words->place, true);
            $manuscripts[(string) $language] = self::read($node, (string) $language, $vocabulary, $reading);
            $reading->nameStrays();
            $missing[(string) $language] = $reading->missing();
        }
        $faults->throwIfAny($json->name);

        return new self(
            $node->string('key'),
            $node->string('name'),
            $node->optionalString('folder') ?? '',
            $node->string('record_type'),
            $node->optionalString('notice'),
            $node->optionalString('brand'),
            Look::of($node),
            $manuscripts,
            $missing,
        );
    }

    /**
     * Reads what is still being written, in one of its languages. What cannot be read is told and does not keep the rest from being read: a
     * variable that is not there stands as text.
     *
     * @throws InvalidDocument when the document does not have the form of a template, or not that language
     */
    public static function draft(Json $json, Vocabulary $vocabulary, string $language, ?Passages $passages = null): DraftReading
    {
        Schema::Template->check($json);
        $node = self::whole($json, $passages);
        $words = $node->nodes('translations')[$language] ?? null;
        if ($words === null && $language !== $node->string('language')) {
            throw $node->fault('translations', "there are no words in {$language}");
        }
        $reading = new Reading(new Faults, $words->data ?? [], $words->place ?? '', $words !== null);
        $manuscript = self::read($node, $language, $vocabulary, $reading);
        $reading->nameStrays();

        return new DraftReading($manuscript, $reading->faults->all(), $reading->missing());
    }

    /**
     * @return non-empty-list<string> the languages it has, the one it was written in first
     */
    public function languages(): array
    {
        return array_map(strval(...), array_keys($this->manuscripts));
    }

    /**
     * @return non-empty-list<string> the languages in which nothing is missing, the one it was written in first: no message is in two
     */
    public function wholeLanguages(): array
    {
        return [$this->languages()[0], ...array_values(array_filter(array_slice($this->languages(), 1), fn (string $language): bool => ($this->missing[$language] ?? []) === []))];
    }

    /** How many strings have no words in a language. */
    public function missingIn(string $language): int
    {
        return count($this->missing[$language] ?? []);
    }

    /** @throws \OutOfBoundsException when the template does not have the language */
    public function manuscript(string $language): Manuscript
    {
        return $this->manuscripts[$language] ?? throw new \OutOfBoundsException("{$this->key} has no words in {$language}");
    }

    private static function whole(Json $json, ?Passages $passages): Node
    {
        return new Node($passages === null ? $json->data : $passages->in($json->data), '', $json->name);
    }

    private static function read(Node $node, string $language, Vocabulary $vocabulary, Reading $reading): Manuscript
    {
        $envelope = new Node(['id' => 'envelope', ...$node->array('envelope')], 'envelope', $node->document);

        return new Manuscript(
            $language,
            Envelope::read(new BlockReader($envelope, $vocabulary, $reading)),
            BlockReader::blocks($node->nodes('manuscript'), $vocabulary, $reading),
            Look::of($node),
            ($plain = $node->node('plain')) === null ? null : BlockReader::blocks($plain->nodes('blocks'), $vocabulary, $reading),
        );
    }
}
