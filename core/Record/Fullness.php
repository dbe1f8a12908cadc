<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\Fault;
use Herald\Document\Faults;
use Herald\Value\Emptiness;

/** How often the values of records are empty, and how often there are reasons why they cannot be computed. */
final class Fullness
{
    /** @var list<array<string, mixed>>|null */
    private ?array $read = null;

    /**
     * @param  \Closure(): list<array<string, mixed>>  $records  normalised data, each under the key of its record type; not asked for while all is counted
     * @param  array<string, array{int, int}>  $counted  what was counted before
     */
    private function __construct(private readonly \Closure $records, private array $counted)
    {
    }

    /**
     * @param  list<array<string, mixed>>  $records  as above
     */
    public static function in(array $records): self
    {
        return new self(static fn (): array => $records, []);
    }

    /**
     * @param  \Closure(): list<array<string, mixed>>  $records  as above
     * @param  array<string, array{int, int}>  $counted  what {@see counted} said of the same records
     */
    public static function goingOn(\Closure $records, array $counted): self
    {
        return new self($records, $counted);
    }

    /**
     * @return array<string, array{int, int}> all that was counted so far, to go on with
     */
    public function counted(): array
    {
        return $this->counted;
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
        $places = $this->read ??= ($this->records)();
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
            $empty += Emptiness::of(self::at($place, $rest)) ? 1 : 0;
        }

        return $this->counted[$key] = [$empty, count($places)];
    }

    /**
     * @param  string  $key  of a computed field
     * @return array{int, int} in how many records something keeps it from being computed, and of how many
     */
    public function uncomputed(RecordType $type, string $key): array
    {
        $counted = "uncomputed|{$key}";
        if (! isset($this->counted[$counted])) {
            $records = $this->read ??= ($this->records)();
            $failed = array_filter($records, static function (array $record) use ($type, $key): bool {
                $faults = new Faults;
                /** @var array<string, mixed> $data */
                $data = $record[$type->key] ?? [];
                $type->computed($data, faults: $faults);

                return in_array("{$type->key}.{$key}", array_map(static fn (Fault $fault): string => $fault->place, $faults->all()), true);
            });
            $this->counted[$counted] = [count($failed), count($records)];
        }

        return $this->counted[$counted];
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
