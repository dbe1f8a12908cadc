<?php

declare(strict_types=1);

namespace Herald\Condition;

/** Holds when its part does not. */
final readonly class Negation implements Condition
{
    public function __construct(public Condition $part)
    {
    }

    public function holds(array $data): bool
    {
        return ! $this->part->holds($data);
    }

    public function judge(array $data): Verdict
    {
        $verdict = $this->part->judge($data);

        return new Verdict(! $verdict->holds, $verdict->reason, [$verdict]);
    }

    public function sentence(): string
    {
        return 'not ('.$this->part->sentence().')';
    }

    public function toArray(): array
    {
        return ['not' => $this->part->toArray()];
    }

    public function paths(): array
    {
        return $this->part->paths();
    }

    public function comparisons(): array
    {
        return $this->part->comparisons();
    }
}
