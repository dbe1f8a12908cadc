<?php

declare(strict_types=1);

namespace Herald\Record;

/** How often the values of records are empty. */
final class Fullness
{
    /** @var array<string, array{int, int}> what was counted before */
    private array $counted = [];

    /**
     * @param  list<array<string, mixed>>  $records  normalised data, each under the key of its record type
     */
    public function __construct(private readonly array $records)
    {
    }

    /**
     * @param  list<string>  $lists  the lists that the path goes through, as their paths from the root, the outermost first; the rest of each is relative to its items
     * @param  list<string>  $rest  what comes after the last of them
     * @return array{int, int} in how many places it is empty, and of how many
     */
    public function of(array $lists, array $rest): array
    {
        $key = implode('|', $lists).'|'.implode('.', $rest);
        if (isset($this->counted[$key])) {
            return $this->counted[$key];
        }
        $places = $this->records;
        foreach ($lists as $list) {
            $items = [];
            foreach ($places as $place) {
                $found = self::at($place, explode('.', $list));
                array_push($items, ...(is_array($found) ? array_values($found) : []));
            }
            $places = $items;
        }
        $empty = 0;
        foreach ($places as $place) {
            $empty += in_array(self::at($place, $rest), [null, '', []], true) ? 1 : 0;
        }

        return $this->counted[$key] = [$empty, count($places)];
    }

    /**
     * @param  list<string>  $segments
     */
    private static function at(mixed $value, array $segments): mixed
    {
        foreach ($segments as $segment) {
            $value = is_array($value) ? ($value[$segment] ?? null) : null;
        }

        return $value;
    }
}
