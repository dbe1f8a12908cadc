<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Record\AnswerKind;

/** Asks to confirm something, such as that an address is one's own. Common practice: for three days. */
final readonly class Confirm extends OneAnswer
{
    public static function kind(): AnswerKind
    {
        return AnswerKind::Confirm;
    }

    protected static function days(): int
    {
        return 3;
    }

    protected static function usualKey(): string
    {
        return 'confirmed';
    }

    protected static function title(): string
    {
        return 'Confirm';
    }

    protected static function words(): array
    {
        return ['Yes, this is me', 'Thank you. It is confirmed.'];
    }
}
