<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Record\Field;
use Herald\Record\Vocabulary;

/** How something is paid for and how it is delivered, side by side. */
final readonly class PaymentAndDelivery extends SideBySide
{
    public static function type(): string
    {
        return 'payment_delivery';
    }

    protected static function title(): string
    {
        return 'Payment and delivery';
    }

    public static function fresh(Vocabulary $vocabulary): ?array
    {
        $ways = array_filter($vocabulary->ofRecord(), static fn (Field $field): bool => $field->type->isSingle() && Preg::isMatch('/^(payment|delivery|shipping)(_(method|by|way|kind|service))?$/', $field->key));

        return $ways === [] ? null : self::ofFields(array_slice($ways, 0, 2));
    }
}
