<?php

declare(strict_types=1);

namespace Herald\Computed;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** Hours between two moments, with two digits after the point (rounded half up). */
final readonly class Hours extends Span
{
    public static function name(): string
    {
        return 'hours';
    }

    public function type(): FieldType
    {
        return new Type\Decimal;
    }

    protected static function types(): array
    {
        return [Type\DateTime::class];
    }

    protected static function between(\DateTimeImmutable $from, \DateTimeImmutable $to, \DateTimeZone $zone): string
    {
        return (string) BigDecimal::of($to->getTimestamp() - $from->getTimestamp())->dividedBy(3600, 2, RoundingMode::HALF_UP)->stripTrailingZeros();
    }
}
