<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\Node;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Value\Emptiness;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;
use Herald\Value\Type\Text;

/** The items of a list that are gone through: all of them, or those that meet a condition; in their order or another; all or so many at most. */
final readonly class Selection
{
    /** So many other records are looked for at most, whatever is asked for. */
    public const OF_RECORDS = 50;

    /** The members of an object that select items, beside "list" and "item". */
    public const SCHEMA = [
        'only' => ['title' => 'Only those where', '$ref' => '#/$defs/condition'],
        'sorted_by' => ['title' => 'Sorted by', 'x-item' => true, 'description' => 'the key of a field of its items', '$ref' => '#/$defs/name'],
        'descending' => ['title' => 'The most first', 'description' => 'sorted from the most down, from the latest, from Z', 'type' => 'boolean'],
        'most' => ['title' => 'At most', 'x-unit' => 'items', 'type' => 'integer', 'minimum' => 1, 'maximum' => 1000],
    ];

    /**
     * @param  string  $item  what one of them is called
     * @param  string|null  $sortedBy  the key of a field of theirs; null for the order of the list
     * @param  FieldType|null  $type  of that field
     */
    public function __construct(
        public Path $list,
        public string $item,
        public ?Condition $only = null,
        public ?string $sortedBy = null,
        public ?FieldType $type = null,
        public bool $descending = false,
        public ?int $most = null,
    ) {
    }

    /** Whether the list is gone through as it is. */
    public function isAll(): bool
    {
        return $this->only === null && $this->sortedBy === null && $this->most === null && ! $this->descending;
    }

    /**
     * @param  array<array-key, mixed>  $items
     * @param  array<array-key, mixed>  $data  all else that a condition may name
     * @param  \Collator  $collator  of the language, by which texts are sorted
     * @return list<mixed>
     */
    public function of(array $items, array $data, \Collator $collator): array
    {
        $only = $this->only;
        $items = array_values($items);
        $chosen = array_values($only === null ? $items : array_filter($items, fn (mixed $item, int $index): bool => $only->holds([...$data, ...Vocabulary::item($this->item, $item, $index, count($items))]), ARRAY_FILTER_USE_BOTH));
        if ($this->sortedBy !== null && $this->type !== null) {
            usort($chosen, fn (mixed $one, mixed $other): int => $this->order(self::at($one, $this->sortedBy), self::at($other, $this->sortedBy), $this->type, $collator));
        } elseif ($this->descending) {
            $chosen = array_reverse($chosen);
        }

        return $this->most === null ? $chosen : array_slice($chosen, 0, $this->most);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['list' => (string) $this->list, 'item' => $this->item, 'only' => $this->only?->toArray(), 'sorted_by' => $this->sortedBy, 'type' => $this->type?->name(), 'descending' => $this->descending, 'most' => $this->most];
    }

    /** Reads what {@see toArray} made. */
    public static function stored(Node $node): self
    {
        $type = $node->optionalString('type');

        return new self(
            Path::of($node->string('list')), $node->string('item'), $node->has('only') ? ConditionReader::stored($node->array('only')) : null, $node->optionalString('sorted_by'),
            $type === null ? null : FieldTypes::named($type), $node->bool('descending'), $node->has('most') ? $node->int('most', 1) : null,
        );
    }

    /** What is empty, and what has no order among the others, comes last. */
    private function order(mixed $one, mixed $other, FieldType $type, \Collator $collator): int
    {
        if (Emptiness::of($one) || Emptiness::of($other)) {
            return Emptiness::of($one) <=> Emptiness::of($other);
        }
        $order = $type instanceof Text && is_string($one) && is_string($other) ? (int) $collator->compare($one, $other) : (int) $type->order($one, $other);

        return $this->descending ? -$order : $order;
    }

    private static function at(mixed $item, string $key): mixed
    {
        return is_array($item) ? $item[$key] ?? null : null;
    }
}
