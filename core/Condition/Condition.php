<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Record\Path;

/** Something that holds or does not hold for a set of data. The one evaluator for manuscript, cues and claims. */
interface Condition
{
    /**
     * @param  array<array-key, mixed>  $data  normalised values by root name
     */
    public function holds(array $data): bool;

    /**
     * The same, with its reason in words.
     *
     * @param  array<array-key, mixed>  $data
     */
    public function judge(array $data): Verdict;

    /** The condition as it is read aloud, without "if": "Status is Paid". */
    public function sentence(): string;

    /**
     * @return list<Comparison> all comparisons in it, in their order
     */
    public function comparisons(): array;

    /**
     * All that it reads from the data.
     *
     * @return list<Path> each from a root
     */
    public function paths(): array;

    /**
     * The condition by itself, readable without its vocabulary: see {@see ConditionReader::stored}.
     *
     * @return array<string, mixed>
     */
    public function toArray(): array;
}
