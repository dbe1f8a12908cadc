<?php

declare(strict_types=1);

namespace Herald\Value;

/** What a format needs to know besides the value. */
final readonly class Locality
{
    /**
     * @param  string  $language  BCP 47 tag, with the region whose usage is followed
     * @param  string  $zone  IANA time zone
     * @param  array<string, string>  $options  an option field's values with their labels in that language
     * @param  string|null  $now  the moment of the message, such as 2026-11-22T08:00:00Z; null where there is none
     * @param  array<array-key, string|int>  $with  what is said of the format itself, by the names of its parameters (numbers where they are digits alone)
     */
    public function __construct(public string $language, public string $zone = 'UTC', public array $options = [], public ?string $now = null, public array $with = [])
    {
    }

    /** What is said of a parameter that is a whole number. */
    public function number(string $parameter): ?int
    {
        return is_int($this->with[$parameter] ?? null) ? $this->with[$parameter] : null;
    }
}
