<?php

declare(strict_types=1);

namespace Herald\Timing;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;

/** That something comes again: every so many days or weeks, so often at most. */
final readonly class Again
{
    private const MOST = 100;

    private function __construct(public Span $every, public int $times)
    {
    }

    /** @throws InvalidDocument when it comes too often, or in no days or weeks */
    public static function ofNode(Node $node): self
    {
        $every = $node->node('every') ?? throw $node->fault('every', 'must be there');
        $times = $node->int('times', 0);

        return $times >= 1 && $times <= self::MOST ? new self(Span::ofNode($every, [TimeUnit::Days, TimeUnit::Weeks]), $times) : throw $node->fault('times', 'must be 1 to '.self::MOST);
    }

    public function inWords(): string
    {
        return "again every {$this->every->inWords()}, ".($this->times === 1 ? 'once' : "at most {$this->times} times");
    }
}
