<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Record\Path;
use Herald\Record\Vocabulary;

/** Holds when a condition holds for any, for all, or for none of the items of a list. */
final readonly class OfItems implements Condition
{
    /**
     * @param  string  $label  of the list
     * @param  string  $item  the name by which the condition calls one of them
     */
    public function __construct(private Quantifier $quantifier, private Path $list, private string $label, private string $item, private Condition $where)
    {
    }

    public function holds(array $data): bool
    {
        $items = $this->items($data);
        foreach ($items as $index => $item) {
            if ($this->where->holds([...$data, ...Vocabulary::item($this->item, $item, $index, count($items))]) !== ($this->quantifier === Quantifier::All)) {
                // Of any, one is enough; of all and of none, one is too many.
                return $this->quantifier === Quantifier::Any;
            }
        }

        return $this->quantifier !== Quantifier::Any;
    }

    public function judge(array $data): Verdict
    {
        // One such item decides: of any that it holds, of all and of none that it does not.
        $decides = $this->quantifier !== Quantifier::All;
        $items = $this->items($data);
        foreach ($items as $index => $item) {
            $verdict = $this->where->judge([...$data, ...Vocabulary::item($this->item, $item, $index, count($items))]);
            if ($verdict->holds === $decides) {
                return new Verdict($this->quantifier === Quantifier::Any, "{$verdict->reason} (no. ".($index + 1)." of {$this->label})", [$verdict]);
            }
        }

        return new Verdict($this->quantifier !== Quantifier::Any, ($decides ? Quantifier::None : Quantifier::All)->inWords()." {$this->label}, {$this->where->sentence()}");
    }

    public function sentence(): string
    {
        return "{$this->quantifier->inWords()} {$this->label}, {$this->where->sentence()}";
    }

    public function toArray(): array
    {
        return ['list' => (string) $this->list, 'quantifier' => $this->quantifier->value, 'item' => $this->item, 'where' => $this->where->toArray(), 'label' => $this->label];
    }

    public function comparisons(): array
    {
        return $this->where->comparisons();
    }

    public function paths(): array
    {
        return [$this->list, ...array_filter($this->where->paths(), fn (Path $path): bool => ! in_array($path->root(), array_keys(Vocabulary::item($this->item, null, 0, 0)), true))];
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @return list<mixed>
     */
    private function items(array $data): array
    {
        $items = $this->list->in($data);

        return is_array($items) ? array_values($items) : [];
    }
}
