<?php

declare(strict_types=1);

namespace Herald\Computed;

/** One figure without another. */
final readonly class Difference extends OfTwo
{
    public static function name(): string
    {
        return 'difference';
    }

    public static function schema(): array
    {
        return ['title' => 'Difference', 'properties' => self::properties('Of', 'Less'), 'required' => ['of', 'and']];
    }

    protected function figure(Figure $one, Figure $other): Figure
    {
        return $one->minus($other);
    }

    public function sentence(): string
    {
        return "{$this->one->label} less {$this->other->label}";
    }
}
