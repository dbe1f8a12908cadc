<?php

declare(strict_types=1);

namespace Herald\Condition;

/** Holds when at least one part holds. */
final readonly class AnyOf implements Condition
{
    /**
     * @param  list<Condition>  $parts
     */
    public function __construct(public array $parts)
    {
    }

    public function holds(array $data): bool
    {
        foreach ($this->parts as $part) {
            if ($part->holds($data)) {
                return true;
            }
        }

        return false;
    }

    public function judge(array $data): Verdict
    {
        $verdicts = array_map(static fn (Condition $part): Verdict => $part->judge($data), $this->parts);
        $holds = $this->holds($data);
        $telling = $holds ? array_filter($verdicts, static fn (Verdict $verdict): bool => $verdict->holds) : $verdicts;

        return new Verdict($holds, implode(' and ', array_column($telling, 'reason')), $verdicts);
    }

    public function sentence(): string
    {
        return implode(' or ', array_map(static fn (Condition $part): string => $part instanceof OfItems ? '('.$part->sentence().')' : $part->sentence(), $this->parts));
    }

    public function toArray(): array
    {
        return ['any' => array_map(static fn (Condition $part): array => $part->toArray(), $this->parts)];
    }

    public function paths(): array
    {
        return array_merge(...array_map(static fn (Condition $part): array => $part->paths(), $this->parts));
    }

    public function comparisons(): array
    {
        return array_merge(...array_map(static fn (Condition $part): array => $part->comparisons(), $this->parts));
    }
}
