<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** The types of blocks there are. */
final class Blocks
{
    /** @var list<class-string<Block>> */
    private const TYPES = [
        Block\Heading::class,
        Block\Text::class,
        Block\Button::class,
        Block\Picture::class,
        Block\Divider::class,
        Block\Facts::class,
        Block\LineItems::class,
        Block\Totals::class,
        Block\Section::class,
        Block\Columns::class,
        Block\Choice::class,
        Block\Repeat::class,
    ];

    /**
     * @return array<string, class-string<Block>> by the name that documents use
     */
    public static function types(): array
    {
        $types = [];
        foreach (self::TYPES as $class) {
            $types[$class::type()] = $class;
        }

        return $types;
    }
}
