<?php

declare(strict_types=1);

namespace Herald\Claim;

/** How much may be looked at before something counts as undecided: for a whole order, and for each question about it. A step is one comparison that is looked at once. */
final class Budget
{
    private int $left;

    private int $leftOfQuestion;

    /**
     * @param  int  $steps  for the whole
     * @param  int  $stepsOfQuestion  for each question, so that a hard one leaves some for the others
     */
    public function __construct(private readonly int $steps = 1_500_000, private readonly int $stepsOfQuestion = 150_000)
    {
        $this->left = $steps;
        $this->leftOfQuestion = $steps;
    }

    /** What is spent before belongs to no question. */
    public function beginQuestion(): void
    {
        $this->leftOfQuestion = $this->stepsOfQuestion;
    }

    /** @return bool whether there are steps left */
    public function spend(int $steps): bool
    {
        $this->left -= $steps;
        $this->leftOfQuestion -= $steps;

        return $this->left >= 0 && $this->leftOfQuestion >= 0;
    }

    public function spent(): int
    {
        return $this->steps - $this->left;
    }
}
