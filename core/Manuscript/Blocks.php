<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** The types of blocks there are, as core/Block/blocks.php registers them: a manuscript does not know what it may be made of before it asks. */
final class Blocks
{
    /**
     * @return array<string, class-string<Block>> those that manuscripts have, by the name that documents use
     */
    public static function types(): array
    {
        /** @var array<string, class-string<Block>> $types */
        static $types = [];

        return $types === [] ? $types = self::named('manuscript') : $types;
    }

    /**
     * @return array<string, class-string<Block>>
     */
    public static function bands(): array
    {
        return self::named('frame');
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
     * @param  'manuscript'|'frame'  $of
     * @return array<string, class-string<Block>>
     */
    private static function named(string $of): array
    {
        $classes = self::registered()[$of];

        return array_combine(array_map(static fn (string $class): string => $class::type(), $classes), $classes);
    }

    /**
     * @return array{manuscript: list<class-string<Block>>, frame: list<class-string<Block>>}
     */
    private static function registered(): array
    {
        /** @var array{manuscript: list<class-string<Block>>, frame: list<class-string<Block>>} $registered */
        $registered = require dirname(__DIR__).'/Block/blocks.php';

        return $registered;
    }
}
