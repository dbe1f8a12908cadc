<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\Node;
use Herald\Manuscript\Selection;
use Herald\Record\Vocabulary;

/** A message compiled for one language, ready to be filled with data again and again. */
final readonly class CompiledMessage
{
    /** Goes up whenever the compiler would make something else of the same documents. */
    public const COMPILER = 11;

    /**
     * @param  array<value-of<MessagePart>, string>  $sources  Twig source by part
     * @param  list<Condition>  $conditions  by the number under which the sources ask for them
     * @param  list<Selection>  $selections  of items of lists, by the number under which the sources ask for them
     * @param  list<string>  $paths  all that is read from the data
     * @param  array{name: string, legal: string|null}  $brand  what it says of the brand it wears; null for what the source says
     * @param  list<AskedQuestion>  $questions  what it asks
     */
    public function __construct(
        public string $language,
        public bool $rightToLeft,
        public array $sources,
        public array $conditions,
        public array $selections,
        public array $paths,
        public array $brand,
        public array $questions = [],
    ) {
    }

    /**
     * The records that must be looked for before it is filled.
     *
     * @return array<int, Selection> by their number
     */
    public function asked(): array
    {
        return array_filter($this->selections, static fn (Selection $items): bool => $items->list->root() === Vocabulary::RECORDS);
    }

    /** What it asks under a key; null where it asks no such thing. */
    public function question(string $key): ?AskedQuestion
    {
        foreach ($this->questions as $question) {
            if ($question->key === $key) {
                return $question;
            }
        }

        return null;
    }

    /**
     * The fields that it reads of what goes by a name.
     *
     * @return list<string> the keys of the outermost ones
     */
    public function readsOf(string $name): array
    {
        $keys = array_map(static fn (string $path): string => explode('.', $path)[1] ?? '', array_filter($this->paths, static fn (string $path): bool => str_starts_with($path, "{$name}.")));

        return array_values(array_unique($keys));
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'compiler' => self::COMPILER,
            'language' => $this->language,
            'right_to_left' => $this->rightToLeft,
            'sources' => $this->sources,
            'conditions' => array_map(static fn (Condition $condition): array => $condition->toArray(), $this->conditions),
            'selections' => array_map(static fn (Selection $items): array => $items->toArray(), $this->selections),
            'paths' => $this->paths,
            'brand' => $this->brand,
            'questions' => array_map(static fn (AskedQuestion $question): array => $question->toArray(), $this->questions),
        ];
    }

    /**
     * @param  array<array-key, mixed>  $stored  what {@see toArray} gave
     */
    public static function ofArray(array $stored): self
    {
        $node = new Node($stored, '', 'stored edition');
        $sources = $node->node('sources') ?? $node;
        $brand = $node->node('brand');

        return new self(
            $node->string('language'),
            $node->bool('right_to_left'),
            array_combine(
                array_column(MessagePart::cases(), 'value'),
                array_map(static fn (MessagePart $part): string => $sources->optionalString($part->value) ?? '', MessagePart::cases()),
            ),
            array_map(static fn (Node $condition): Condition => ConditionReader::stored($condition->data), array_values($node->nodes('conditions'))),
            array_map(Selection::stored(...), array_values($node->nodes('selections'))),
            $node->strings('paths'),
            ['name' => $brand?->string('name') ?? '', 'legal' => $brand?->optionalString('legal')],
            array_map(AskedQuestion::stored(...), array_values($node->nodes('questions'))),
        );
    }
}
