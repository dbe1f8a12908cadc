<?php

declare(strict_types=1);

namespace Herald\Record;

use Composer\Pcre\Preg;

/** A path from a root to a value, such as `order.customer.email`. */
final readonly class Path implements \Stringable
{
    /** The form of a path: a root, then any number of members. */
    public const PATTERN = '[a-z][a-z0-9_]*(?:\.[A-Za-z0-9_-]+)*';

    /**
     * @param  non-empty-list<string>  $segments
     */
    private function __construct(public array $segments)
    {
    }

    /**
     * @throws \InvalidArgumentException when the text is not a path
     */
    public static function of(string $path): self
    {
        if (! Preg::isMatch('/^'.self::PATTERN.'$/D', $path)) {
            throw new \InvalidArgumentException("\"{$path}\" is not a path");
        }

        return new self(explode('.', $path));
    }

    public function root(): string
    {
        return $this->segments[0];
    }

    /** The same path with its last segment replaced, e.g. the field beside this one. */
    public function sibling(string $key): self
    {
        return new self([...array_slice($this->segments, 0, -1), $key]);
    }

    /**
     * The value at this path, null where the path leads nowhere.
     *
     * @param  array<array-key, mixed>  $data
     */
    public function in(array $data): mixed
    {
        $value = $data;
        foreach ($this->segments as $segment) {
            if (! is_array($value) || ! isset($value[$segment])) {
                return null;
            }
            $value = $value[$segment];
        }

        return $value;
    }

    public function __toString(): string
    {
        return implode('.', $this->segments);
    }
}
