<?php

declare(strict_types=1);

namespace Herald\Style;

/** Text of one role as it stands on a ground in messages. */
final readonly class Pair
{
    /** @var list<array{ColourRole, ColourRole}> */
    private const ALL = [
        [ColourRole::Text, ColourRole::Paper], [ColourRole::Text, ColourRole::Accent],
        [ColourRole::Heading, ColourRole::Paper], [ColourRole::Heading, ColourRole::Accent],
        [ColourRole::Muted, ColourRole::Paper], [ColourRole::Muted, ColourRole::Accent],
        [ColourRole::Link, ColourRole::Paper], [ColourRole::Link, ColourRole::Accent],
        [ColourRole::ButtonText, ColourRole::Button],
        [ColourRole::HeaderText, ColourRole::Header],
        [ColourRole::FooterText, ColourRole::Page],
    ];

    private function __construct(public ColourRole $text, public ColourRole $ground)
    {
    }

    /**
     * @return list<self> every pair that blocks and frame make
     */
    public static function all(): array
    {
        return array_map(static fn (array $pair): self => new self(...$pair), self::ALL);
    }

    /**
     * @return list<self> those that a role takes part in, as text or as ground
     */
    public static function with(ColourRole $role): array
    {
        return array_values(array_filter(self::all(), static fn (self $pair): bool => $pair->text === $role || $pair->ground === $role));
    }
}
