<?php

declare(strict_types=1);

namespace Herald\Condition;

/** Holds when every part holds. */
final readonly class AllOf implements Condition
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
            if (! $part->holds($data)) {
                return false;
            }
        }

        return true;
    }

    public function judge(array $data): Verdict
    {
        $verdicts = array_map(static fn (Condition $part): Verdict => $part->judge($data), $this->parts);
        $holds = $this->holds($data);
        $telling = $holds ? $verdicts : array_filter($verdicts, static fn (Verdict $verdict): bool => ! $verdict->holds);

        return new Verdict($holds, implode(' and ', array_column($telling, 'reason')), $verdicts);
    }

    public function sentence(): string
    {
        return implode(' and ', array_map(self::inner(...), $this->parts));
    }

    public function toArray(): array
    {
        return ['all' => array_map(static fn (Condition $part): array => $part->toArray(), $this->parts)];
    }

    public function paths(): array
    {
        return array_merge(...array_map(static fn (Condition $part): array => $part->paths(), $this->parts));
    }

    public function comparisons(): array
    {
        return array_merge(...array_map(static fn (Condition $part): array => $part->comparisons(), $this->parts));
    }

    private static function inner(Condition $part): string
    {
        return $part instanceof AnyOf || $part instanceof OfItems ? '('.$part->sentence().')' : $part->sentence();
    }
}
