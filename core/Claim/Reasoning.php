<?php

declare(strict_types=1);

namespace Herald\Claim;

use Herald\Condition\AllOf;
use Herald\Condition\AnyOf;
use Herald\Condition\Comparison;
use Herald\Condition\Condition;
use Herald\Condition\Negation;

/**
 * Reasons over an order of claims, of which the first that fits answers: which of them can never answer, and why, and whether anything is left for what stands beneath them. What is said for certain is so:
 * fields are looked at by examples of all values that comparisons can tell apart ({@see Domain}), and what cannot be told by a field alone (items of lists, other fields, days from now) counts as free to be either.
 */
final class Reasoning
{
    /** @var array<int, Formula|null> the conditions, from the top; null for one that always fits */
    private array $claims = [];

    /** @var array<string, string> bits of the examples of each field, all of them */
    private array $whole = [];

    /** Whether anything in them cannot be told by a field alone. */
    private bool $hasFree = false;

    /** Whether the comparisons are so many that nothing is said of them. */
    private bool $isTooMuch = false;

    /**
     * @param  list<Condition|null>  $claims
     */
    private function __construct(array $claims, private readonly Budget $budget)
    {
        $comparisons = [];
        foreach ($claims as $claim) {
            foreach ($claim === null ? [] : self::atoms($claim) as $atom) {
                if ($atom instanceof Comparison && Domain::isExact($atom)) {
                    $comparisons[(string) $atom->path][] = $atom;
                }
            }
        }
        $examples = array_filter(array_map(Domain::of(...), $comparisons), static fn (?array $of): bool => $of !== null);
        foreach ($examples as $path => $of) {
            $named = array_sum(array_map(static fn (Comparison $one): int => is_array($one->value) ? 1 + count($one->value) : 1, $comparisons[$path]));
            // Comparing two values is the least of a step.
            $this->isTooMuch = ! $this->budget->spend(intdiv(count($of) * $named, 8)) || $this->isTooMuch;
        }
        if ($this->isTooMuch) {
            return;
        }
        $this->whole = array_map(static fn (array $of): string => self::bits(array_map(static fn (): bool => true, $of)), $examples);
        foreach ($claims as $place => $claim) {
            $this->claims[$place] = $claim === null ? null : $this->formula($claim, $examples);
        }
    }

    /**
     * @param  list<Condition|null>  $claims  their conditions, from the top; null for one that always fits
     * @return array{list<Judgement>, Standing} of each of them; and of what answers when none does. What the budget does not reach for is undecided
     */
    public static function of(array $claims, Budget $budget = new Budget): array
    {
        $reasoning = new self($claims, $budget);
        if ($reasoning->isTooMuch) {
            return [array_map(static fn (): Judgement => new Judgement(Standing::Undecided), $claims), Standing::Undecided];
        }

        return [array_map($reasoning->judge(...), array_keys($claims)), $reasoning->standing(null, array_keys($claims))];
    }

    private function judge(int $place): Judgement
    {
        $above = $place === 0 ? [] : range(0, $place - 1);
        $standing = $this->standing($place, $above);
        if ($standing !== Standing::Never) {
            return new Judgement($standing);
        }
        // Which of them it takes: one after the other is left out where it is so without it too.
        foreach ($above as $index => $other) {
            $without = array_diff_key($above, [$index => 1]);
            if ($this->standing($place, $without) === Standing::Never) {
                $above = $without;
            }
        }

        return new Judgement(Standing::Never, array_values($above));
    }

    /**
     * Whether there can be records that one takes and none of the others does.
     *
     * @param  int|null  $place  null for what no claim takes
     * @param  array<int>  $others
     */
    private function standing(?int $place, array $others): Standing
    {
        $own = $place === null ? null : $this->claims[$place];
        $must = $own === null ? [] : [[$own, true]];
        foreach ($others as $other) {
            $formula = $this->claims[$other];
            if ($formula === null) {
                return Standing::Never;
            }
            $must[] = [$formula, false];
        }
        $this->budget->beginQuestion();
        $found = $this->search($must, $this->whole, true);
        if ($found === false && $this->hasFree) {
            $this->budget->beginQuestion();
            $found = $this->search($must, $this->whole, false) === false ? false : null;
        }

        return match ($found) {
            true => Standing::Answers,
            false => Standing::Never,
            null => Standing::Undecided,
        };
    }

    /**
     * Looks for values with which all formulas are as they must be.
     *
     * @param  list<array{Formula, bool}>  $must  each with what it must be
     * @param  array<string, string>  $left  bits of the examples that are still looked at, by field
     * @param  bool  $certain  whether nothing may rest on what is free
     * @param  string|null  $less  the field of which less is left than when all of them were open; null where they have not been looked at yet
     * @return bool|null null when it took too long
     */
    private function search(array $must, array $left, bool $certain, ?string $less = null): ?bool
    {
        $open = [];
        foreach ($must as [$formula, $is]) {
            $isAsked = $less === null || isset($formula->about[$less]);
            if (! $this->budget->spend($isAsked ? 1 + $formula->size : 1)) {
                return null;
            }
            $now = $isAsked ? $formula->now($left, $certain) : null;
            if ($now === ! $is) {
                return false;
            }
            if ($now === null) {
                $open[] = [$formula, $is];
            }
        }
        if ($open === []) {
            return true;
        }
        $atom = $open[0][0]->open($left, $certain);
        if ($atom === null) {
            // It rests on what is free.
            return false;
        }
        $tookTooLong = false;
        foreach ([$atom->holding, ~$atom->holding] as $bits) {
            $found = $this->search($open, [$atom->field => $left[$atom->field] & $bits] + $left, $certain, $atom->field);
            if ($found === true) {
                return true;
            }
            $tookTooLong = $tookTooLong || $found === null;
        }

        return $tookTooLong ? null : false;
    }

    /**
     * @param  array<string, list<mixed>>  $examples  by the path of their field
     */
    private function formula(Condition $condition, array $examples): Formula
    {
        if ($condition instanceof AllOf || $condition instanceof AnyOf) {
            return Formula::of($condition instanceof AnyOf, array_map(fn (Condition $part): Formula => $this->formula($part, $examples), $condition->parts));
        }
        if ($condition instanceof Negation) {
            return Formula::not($this->formula($condition->part, $examples));
        }
        if ($condition instanceof Comparison && isset($examples[(string) $condition->path]) && Domain::isExact($condition)) {
            $holds = static fn (mixed $example): bool => $condition->operator->holds($example, $condition->value, $condition->field->type);

            // What is computed from other fields does not have all values that its type has.
            $isComputed = $condition->field->computation !== null;
            $this->hasFree = $this->hasFree || $isComputed;

            return Formula::atom((string) $condition->path, self::bits(array_map($holds, $examples[(string) $condition->path])), $isComputed);
        }
        // It holds or it does not, whatever else does.
        $name = '?'.json_encode($condition->toArray(), JSON_THROW_ON_ERROR);
        $this->whole[$name] = "\x03";
        $this->hasFree = true;

        return Formula::atom($name, "\x01", true);
    }

    /**
     * @return list<Condition> what a condition is put together of
     */
    private static function atoms(Condition $condition): array
    {
        return match (true) {
            $condition instanceof AllOf, $condition instanceof AnyOf => array_merge(...array_map(self::atoms(...), $condition->parts)),
            $condition instanceof Negation => self::atoms($condition->part),
            default => [$condition],
        };
    }

    /**
     * @param  array<bool>  $flags
     */
    private static function bits(array $flags): string
    {
        $bits = str_repeat("\0", intdiv(count($flags) + 7, 8));
        foreach (array_values($flags) as $index => $flag) {
            if ($flag) {
                $bits[$index >> 3] = chr(ord($bits[$index >> 3]) | 1 << ($index & 7));
            }
        }

        return $bits;
    }
}
