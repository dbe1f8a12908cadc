<?php

declare(strict_types=1);

namespace App\Renaming;

use App\Models\User;
use Composer\Pcre\Preg;

/** Something written here that calls fields as they were called before. */
final readonly class FormerName
{
    /**
     * @param  string  $what  what it is, in words: "Night-blue receipt, version 3"
     * @param  string  $at  its page
     * @param  array<string, string>  $names  what it calls them, each with what it is called now
     * @param  \Closure(?User): mixed  $write  writes it by today's names
     */
    public function __construct(public string $what, public string $at, public array $names, public \Closure $write)
    {
    }

    /**
     * Of a document and the same by today's names; null where there is no difference.
     *
     * @param  array<array-key, mixed>|null  $before
     * @param  array<array-key, mixed>|null  $after
     * @param  \Closure(?User): mixed  $write
     */
    public static function between(?array $before, ?array $after, string $what, string $at, \Closure $write): ?self
    {
        $names = $before === $after ? [] : self::names($before, $after);

        return $names === [] ? null : new self($what, $at, $names, $write);
    }

    /**
     * @return array<string, string>
     */
    private static function names(mixed $before, mixed $after): array
    {
        if (is_array($before) && is_array($after)) {
            return array_merge(...array_map(static fn (int|string $key): array => self::names($before[$key], $after[$key] ?? null), array_keys($before)));
        }
        if ($before === $after || ! is_string($before) || ! is_string($after)) {
            return [];
        }
        // Nothing differs but names, so that there are as many words in both.
        [$these, $those] = array_map(static fn (string $text): array => Preg::split('/[^A-Za-z0-9_.-]+/', $text, flags: PREG_SPLIT_NO_EMPTY), [$before, $after]);

        $both = min(count($these), count($those));

        return array_filter(array_combine(array_slice($these, 0, $both), array_slice($those, 0, $both)), static fn (string $now, string $former): bool => $now !== $former, ARRAY_FILTER_USE_BOTH);
    }
}
