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
        Block\Points::class,
        Block\Button::class,
        Block\Picture::class,
        Block\BrandLogo::class,
        Block\SocialLinks::class,
        Block\Divider::class,
        Block\Facts::class,
        Block\LineItems::class,
        Block\Totals::class,
        Block\Section::class,
        Block\Columns::class,
        Block\Choice::class,
        Block\Repeat::class,
    ];

    /** @var list<class-string<Block>> those that only a brand's frame has */
    private const BANDS = [
        Block\Header::class,
        Block\Footer::class,
    ];

    /**
     * @return array<string, class-string<Block>> those that manuscripts have, by the name that documents use
     */
    public static function types(): array
    {
        return self::named(self::TYPES);
    }

    /**
     * @return array<string, class-string<Block>>
     */
    public static function bands(): array
    {
        return self::named(self::BANDS);
    }

    /**
     * @return array<string, class-string<Block>>
     */
    public static function all(): array
    {
        /** @var array<string, class-string<Block>> $all */
        static $all = [];
        $all = $all === [] ? self::types() + self::bands() : $all;

        return $all;
    }

    /**
     * @param  list<class-string<Block>>  $classes
     * @return array<string, class-string<Block>>
     */
    private static function named(array $classes): array
    {
        return array_combine(array_map(static fn (string $class): string => $class::type(), $classes), $classes);
    }
}
