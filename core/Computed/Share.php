<?php

declare(strict_types=1);

namespace Herald\Computed;

use Brick\Math\RoundingMode;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** How much one figure is of another, in hundredths, with two digits after the point (rounded half up). Nothing is a share of nothing. */
final readonly class Share extends OfTwo
{
    public static function name(): string
    {
        return 'share';
    }

    public static function schema(): array
    {
        return ['title' => 'Share in percent', 'properties' => self::properties('How much', 'Is of'), 'required' => ['of', 'and']];
    }

    public function type(): FieldType
    {
        return new Type\Decimal;
    }

    protected function figure(Figure $one, Figure $other): ?Figure
    {
        $one->alike($other);

        return $other->number->isZero() ? null : $one->with($one->number->multipliedBy(100)->dividedBy($other->number, 2, RoundingMode::HALF_UP));
    }

    public function sentence(): string
    {
        return "{$this->one->label} as a share of {$this->other->label}";
    }
}
