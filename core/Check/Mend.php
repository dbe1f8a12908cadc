<?php

declare(strict_types=1);

namespace Herald\Check;

/** A change that does away with a finding. */
final readonly class Mend
{
    /** Stands for the template where an object's id is asked for. */
    private const TEMPLATE = 'template';

    /**
     * @param  string  $label  what it does, as words on a button
     * @param  array{id: string, part: string, value: mixed}|null  $set  a member of an object that gets another value
     * @param  array<string, mixed>|null  $append  a block that is put at the end of the manuscript; its ids are given anew
     */
    private function __construct(public string $label, public ?array $set, public ?array $append)
    {
    }

    public static function set(string $label, string $id, string $part, mixed $value): self
    {
        return new self($label, ['id' => $id, 'part' => $part, 'value' => $value], null);
    }

    /** Gives the template itself another value; null takes the member away. */
    public static function member(string $label, string $name, mixed $value): self
    {
        return self::set($label, self::TEMPLATE, $name, $value);
    }

    /**
     * @param  array<string, mixed>  $block
     */
    public static function append(string $label, array $block): self
    {
        return new self($label, null, ['id' => 'new', ...$block]);
    }
}
