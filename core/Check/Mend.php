<?php

declare(strict_types=1);

namespace Herald\Check;

/** A change that does away with a finding. */
final readonly class Mend
{
    /**
     * @param  string  $label  what it does, as words on a button
     * @param  list<array{id: string|null, part: string, value: mixed}>  $set  members of objects that get other values, null taking one away; the document itself has no id, and its members are told by their place ("logo/plate")
     * @param  array<string, mixed>|null  $append  a block that is put at the end of the manuscript; its ids are given anew
     */
    private function __construct(public string $label, public array $set, public ?array $append)
    {
    }

    public static function set(string $label, string $id, string $part, mixed $value): self
    {
        return new self($label, [['id' => $id, 'part' => $part, 'value' => $value]], null);
    }

    /**
     * Gives the document itself other values.
     *
     * @param  array<string, mixed>  $values  by their place in it; null takes one away
     */
    public static function document(string $label, array $values): self
    {
        return new self($label, array_map(static fn (string $place, mixed $value): array => ['id' => null, 'part' => $place, 'value' => $value], array_keys($values), array_values($values)), null);
    }

    /**
     * @param  array<string, mixed>  $block
     */
    public static function append(string $label, array $block): self
    {
        return new self($label, [], ['id' => 'new', ...$block]);
    }
}
