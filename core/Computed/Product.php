<?php

declare(strict_types=1);

namespace Herald\Computed;

/** One figure times another, of which one may be an amount of money. */
final readonly class Product extends OfTwo
{
    public static function name(): string
    {
        return 'product';
    }

    public static function schema(): array
    {
        return ['title' => 'Product', 'properties' => self::properties('Of', 'Times'), 'required' => ['of', 'and']];
    }

    protected function fault(bool $one, bool $other): ?string
    {
        return $one && $other ? 'two amounts of money cannot be multiplied' : null;
    }

    protected function figure(Figure $one, Figure $other): Figure
    {
        return ($one->currency === null ? $other : $one)->with($one->number->multipliedBy($other->number));
    }

    public function sentence(): string
    {
        return "{$this->one->label} times {$this->other->label}";
    }
}
