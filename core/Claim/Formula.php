<?php

declare(strict_types=1);

namespace Herald\Claim;

/** A condition as reasoning sees it: put together of others, or something that holds for some of the examples of one field. */
final readonly class Formula
{
    /** @var array<string, true> the fields that it is about */
    public array $about;

    /** The comparisons in it. */
    public int $size;

    /**
     * @param  list<self>  $parts  empty for one that is about a field
     * @param  bool|null  $decides  what one part must be to decide on all: true for any of them, false for all of them; null where the one part is negated
     * @param  string  $holding  bits of the examples of its field for which it holds
     * @param  bool  $isFree  whether nothing certain may rest on it
     */
    private function __construct(private array $parts, private ?bool $decides, public string $field = '', public string $holding = '', private bool $isFree = false)
    {
        $this->size = $field === '' ? array_sum(array_map(static fn (self $part): int => $part->size, $parts)) : 1;
        $this->about = array_replace($field === '' ? [] : [$field => true], ...array_map(static fn (self $part): array => $part->about, $parts));
    }

    /**
     * @param  list<self>  $parts
     */
    public static function of(bool $any, array $parts): self
    {
        return new self($parts, $any);
    }

    public static function not(self $part): self
    {
        return new self([$part], null);
    }

    public static function atom(string $field, string $holding, bool $isFree): self
    {
        return new self([], null, $field, $holding, $isFree);
    }

    /**
     * Whether it holds for all that is left, for none of it, or (null) for some.
     *
     * @param  array<string, string>  $left  bits of examples, by field
     * @param  bool  $certain  whether what is free counts as neither
     */
    public function now(array $left, bool $certain): ?bool
    {
        if ($this->field !== '') {
            return match (true) {
                $this->isFree && $certain => null,
                self::isNone($left[$this->field] & $this->holding) => false,
                self::isNone($left[$this->field] & ~$this->holding) => true,
                default => null,
            };
        }
        if ($this->decides === null) {
            $part = $this->parts[0]->now($left, $certain);

            return $part === null ? null : ! $part;
        }
        $all = ! $this->decides;
        foreach ($this->parts as $part) {
            $now = $part->now($left, $certain);
            if ($now === $this->decides) {
                return $this->decides;
            }
            $all = $now === null ? null : $all;
        }

        return $all;
    }

    /**
     * What is about a field, and on which something hangs still; null where that is nothing.
     *
     * @param  array<string, string>  $left
     */
    public function open(array $left, bool $certain): ?self
    {
        if ($this->field !== '') {
            return $this->now($left, $certain) === null && ! ($this->isFree && $certain) ? $this : null;
        }
        foreach ($this->parts as $part) {
            $open = $part->open($left, $certain);
            if ($open !== null) {
                return $open;
            }
        }

        return null;
    }

    private static function isNone(string $bits): bool
    {
        return trim($bits, "\0") === '';
    }
}
