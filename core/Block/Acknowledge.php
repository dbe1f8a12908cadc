<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Record\AnswerKind;

/** Asks to say that one has seen it and acts. */
final readonly class Acknowledge extends OneAnswer
{
    public static function kind(): AnswerKind
    {
        return AnswerKind::Acknowledge;
    }

    protected static function days(): int
    {
        return 7;
    }

    protected static function usualKey(): string
    {
        return 'acknowledged';
    }

    protected static function title(): string
    {
        return 'Acknowledge';
    }

    protected static function words(): array
    {
        return ['I am on my way', 'Thank you. They know that you are on your way.'];
    }
}
