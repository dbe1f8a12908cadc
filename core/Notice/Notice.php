<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Block\LineItems;
use Herald\Block\Slot as Place;
use Herald\Condition\Condition;
use Herald\Condition\Verdict;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Walk;
use Herald\Manuscript\Words;
use Herald\Record\Field;
use Herald\Record\Vocabulary;

/** One kind of message for one audience on one event: as the source declares it, or one of our own. */
final readonly class Notice
{
    /** What the keys of notices begin with that a source does not declare: they are made here. */
    public const OWN = 'own-';

    /**
     * @param  string  $audienceLabel  the audience in words: "customer", "staff, shop desk"
     * @param  list<string>  $requiredLinks  paths of the links that make the message work
     * @param  list<string>  $requiredVariables  paths of the values that must stand in it
     * @param  list<string>  $requiredAnswers  names of what it must ask
     * @param  array<string, Field>  $given  parameters beside the record, by key
     * @param  array<string, Slot>  $slots  by key
     * @param  BuiltIns  $builtIns  the source's own words; a notice of our own has none
     * @param  bool  $on  whether it is switched on here
     * @param  Condition|null  $narrowing  a further condition of ours that must hold
     */
    public function __construct(
        public string $key,
        public string $name,
        public string $strand,
        public string $recordType,
        public Cue $cue,
        public Audience $audience,
        public string $audienceLabel,
        public RecipientRule $recipient,
        public array $requiredLinks,
        public array $requiredVariables,
        public array $requiredAnswers,
        public array $given,
        public array $slots,
        public Carrier $carrier,
        public WhenUncertain $whenUncertain,
        public BuiltIns $builtIns,
        public Vocabulary $vocabulary,
        public bool $on = true,
        public ?Condition $narrowing = null,
    ) {
    }

    public function isOwn(): bool
    {
        return str_starts_with($this->key, self::OWN);
    }

    /** Whether something that happened sets it off, and why or why not. */
    public function judge(Occurrence $occurrence): Verdict
    {
        $verdict = $this->on ? $this->cue->judge($occurrence) : new Verdict(false, 'is switched off here');
        $narrowing = $verdict->holds ? $this->narrowing?->judge($occurrence->is()) : null;

        return $narrowing === null || $narrowing->holds ? $verdict : new Verdict(false, "{$narrowing->reason} (a condition added here)");
    }

    /**
     * The built-in words as a template document to begin with, or where there are none its name as the subject: those in the source's own language, with those in others as its translations where
     * they line up block by block.
     *
     * @param  string  $default  the language the source writes in
     * @return array<array-key, mixed> in normal form
     */
    public function toTemplate(string $key, string $name, string $folder, string $default): array
    {
        $languages = $this->languages();
        if ($languages === []) {
            return ['format' => 'velvet-herald/template', 'version' => 1, 'key' => $key, 'name' => $name, 'folder' => $folder, 'record_type' => $this->recordType, 'notice' => $this->key, 'language' => $default, 'envelope' => ['subject' => [['text' => $this->name]]], 'manuscript' => []];
        }
        $base = NormalForm::of($this->builtIns->document(in_array($default, $languages, true) ? $default : $languages[0]));
        $shape = $this->strings($base);
        $translations = [];
        foreach ($languages as $language) {
            $strings = $this->strings(NormalForm::of($this->builtIns->document($language)));
            if ($language !== $base['language'] && array_keys($strings) === array_keys($shape)) {
                $translations[$language] = array_filter($strings, static fn (mixed $words, string $id): bool => $words !== $shape[$id] || Words::areIn($words), ARRAY_FILTER_USE_BOTH);
            }
        }

        return [
            ...$base, 'manuscript' => $this->withPlaces(is_array($base['manuscript']) ? array_values($base['manuscript']) : []), 'key' => $key, 'name' => $name, 'folder' => $folder, 'notice' => $this->key,
            ...($translations === [] ? [] : ['translations' => $translations]),
        ];
    }

    /**
     * Blocks with places for what add-ons hand in: before the items where there are any, else at the end.
     *
     * @template T
     *
     * @param  list<T>  $blocks
     * @return list<T|array{id: string, type: string, slot: string}>
     */
    public function withPlaces(array $blocks): array
    {
        $items = array_search(LineItems::type(), array_column($blocks, 'type'), true);
        $places = array_map(static fn (Slot $slot): array => ['id' => "place-{$slot->key}", 'type' => Place::type(), 'slot' => $slot->key], array_values($this->slots));
        array_splice($blocks, is_int($items) ? $items : count($blocks), 0, $places);

        return $blocks;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<string, mixed> all translatable text by its id
     */
    private function strings(array $document): array
    {
        $strings = [];
        foreach (Walk::through($document, $this->vocabulary) as $piece) {
            if ($piece->kind === PartKind::Inline && $piece->raw !== null) {
                $strings[$piece->id.'.'.$piece->part] = $piece->raw;
            }
        }

        return $strings;
    }

    /**
     * @return list<string> those of the built-in words; none of a notice of our own
     */
    public function languages(): array
    {
        return $this->builtIns->languages();
    }
}
