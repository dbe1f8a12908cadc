<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Value\WordsByNumber;

/** Text that runs within a line: one translatable string. */
final readonly class Inline
{
    /** Letters beside a number that still are a part of it. */
    private const FEW = 8;

    /**
     * @param  list<Run>  $runs
     */
    public function __construct(public array $runs)
    {
    }

    public function isEmpty(): bool
    {
        return $this->runs === [];
    }

    /** All that it says, where that does not depend on data; null where it does. */
    public function fixedWords(): ?string
    {
        $words = '';
        foreach ($this->runs as $run) {
            if ($run->content instanceof Variable) {
                return null;
            }
            $words .= $run->content ?? ' ';
        }

        return $words;
    }

    /** Whether it says an amount or a count, with a few words beside it at most: "3", "KWD 139.500", "2 of 4". */
    public function isNumeric(): bool
    {
        $fields = array_filter(array_map(static fn (Run $run): ?Variable => $run->content instanceof Variable ? $run->content : null, $this->runs));
        $words = implode('', array_map(static fn (Run $run): string => is_string($run->content) ? $run->content : '', $this->runs)).implode('', array_map(static fn (Variable $one): string => $one->fallback, $fields));

        return $fields !== [] && mb_strlen($words) <= self::FEW && array_filter($fields, static fn (Variable $one): bool => ! $one->field->type->isNumeric() || $one->format instanceof WordsByNumber) === [];
    }
}
