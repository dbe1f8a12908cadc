<?php

declare(strict_types=1);

namespace Herald\Block;

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
        $ways = array_filter($vocabulary->ofRecord(), static fn (Field $field): bool => $field->type->isSingle() && preg_match('/^(payment|delivery|shipping)(_(method|by|way|kind|service))?$/', $field->key) === 1);

        return $ways === [] ? null : self::ofFields(array_slice($ways, 0, 2));
    }
}
