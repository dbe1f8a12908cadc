<?php

declare(strict_types=1);

namespace Herald\Value;

/** Something that a format can be told: how many digits, or what it says for one. */
final readonly class Parameter
{
    /**
     * @param  string  $name  as documents have it
     * @param  string  $label  what a person reads beside it
     * @param  string|null  $begin  what it is at first; null where it is left out then
     * @param  bool  $needed  whether the format is nothing without it
     * @param  array{int, int}|null  $bounds  of a whole number; null for a text
     * @param  array<string, string>  $choices  the only texts that it may be, with what a person reads; empty for any
     */
    public function __construct(public string $name, public string $label, public ?string $begin = null, public bool $needed = false, public ?array $bounds = null, public array $choices = [])
    {
    }

    /** @return string|null what is wrong with a value for it */
    public function fault(string|int $value): ?string
    {
        return match (true) {
            $this->bounds !== null && (! is_int($value) || $value < $this->bounds[0] || $value > $this->bounds[1]) => "must be a whole number from {$this->bounds[0]} to {$this->bounds[1]}",
            $this->choices !== [] && ! isset($this->choices[$value]) => 'must be one of '.implode(', ', array_keys($this->choices)),
            default => null,
        };
    }
}
