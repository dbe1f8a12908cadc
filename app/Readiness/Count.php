<?php

declare(strict_types=1);

namespace App\Readiness;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** How many there are of something, and the first and last moment of them as words. */
final readonly class Count
{
    public function __construct(public int $number, public ?string $first, public ?string $last)
    {
    }

    /**
     * Counts rows by a column.
     *
     * @param  Builder<covariant Model>  $query
     * @param  string  $at  the column of the moment
     * @return array<array-key, self> by its values
     */
    public static function all(Builder $query, string $by, string $at): array
    {
        $counts = [];
        foreach ($query->groupBy($by)->select($by)->selectRaw("count(*) as number, min({$at}) as first, max({$at}) as last")->toBase()->get() as $row) {
            /** @var object{number: int, first: string|null, last: string|null} $row */
            $key = ((array) $row)[$by];
            if (is_int($key) || is_string($key)) {
                $counts[$key] = new self($row->number, self::shown($row->first), self::shown($row->last));
            }
        }

        return $counts;
    }

    public function times(): string
    {
        return $this->number === 1 ? 'once' : "{$this->number} times";
    }

    private static function shown(?string $at): ?string
    {
        return $at === null ? null : substr($at, 0, 16).' UTC';
    }
}
