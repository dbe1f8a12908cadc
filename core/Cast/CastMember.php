<?php

declare(strict_types=1);

namespace Herald\Cast;

/** A sample record, with what it is there to show. */
final readonly class CastMember
{
    /**
     * @param  string  $key  of the record
     * @param  string  $name  what a person knows it by
     * @param  list<string>  $shows  in words: "40 items", "no first name"
     */
    public function __construct(public string $key, public string $name, public array $shows)
    {
    }
}
