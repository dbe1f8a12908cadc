<?php

declare(strict_types=1);

namespace Herald\Cast;

use Herald\Record\RecordType;
use Herald\Value\Clean;

/** A cast picked from the records at hand: a typical one first, then the fewest that together are awkward in every way there is. */
final class FirstCast
{
    /** As many as can be stepped through without losing count. */
    private const SIZE = 9;

    /**
     * @param  array<string, array<string, mixed>>  $records  normalised, by key, the newest first
     * @return list<CastMember>
     */
    public static function of(RecordType $type, array $records): array
    {
        if ($records === []) {
            return [];
        }
        $traits = Traits::of($type)->found($records);
        $typical = array_key_first(array_filter($traits, static fn (array $own): bool => $own === [])) ?? self::plainest($traits);
        $members = [self::member($type, (string) $typical, $records[$typical], ['typical'])];
        $seen = $traits[$typical];
        $hostile = [];
        unset($traits[$typical]);
        while (count($members) + count($hostile) < self::SIZE && $traits !== []) {
            $new = array_map(static fn (array $own): array => array_diff_key($own, $seen), $traits);
            $best = array_key_first($new);
            foreach ($new as $key => $own) {
                $best = self::worth($own) > self::worth($new[$best]) ? $key : $best;
            }
            if ($new[$best] === []) {
                break;
            }
            $member = self::member($type, (string) $best, $records[$best], array_slice(array_values(array_unique($new[$best])), 0, 4));
            // What was made to break things comes after what people are called.
            isset($traits[$best][Traits::SIGNS]) ? $hostile[] = $member : $members[] = $member;
            $seen += $traits[$best];
            unset($traits[$best]);
        }

        return [...$members, ...$hostile];
    }

    /**
     * @param  array<string, string>  $traits
     */
    private static function worth(array $traits): int
    {
        return array_sum(array_map(static fn (string $id): int => str_starts_with($id, Traits::COMMON) ? 1 : 3, array_keys($traits)));
    }

    /**
     * @param  array<string, array<string, string>>  $traits
     */
    private static function plainest(array $traits): string
    {
        uasort($traits, static fn (array $one, array $other): int => count($one) <=> count($other));

        return (string) array_key_first($traits);
    }

    /**
     * @param  array<string, mixed>  $record
     * @param  list<string>  $shows
     */
    private static function member(RecordType $type, string $key, array $record, array $shows): CastMember
    {
        $name = '';
        foreach ($type->summary as $path) {
            $value = $path->in($record);
            $name = $name === '' && is_string($value) && (string) $path !== $type->identity ? Clean::line($value) : $name;
        }

        return new CastMember($key, $name === '' ? $key : $name, $shows);
    }
}
