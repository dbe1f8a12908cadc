<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Row;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Value\AddressFormat;
use Herald\Value\Type;

/** The addresses of a record, side by side, each with its lines in the order of its country. */
final readonly class Addresses extends SideBySide
{
    public static function type(): string
    {
        return 'addresses';
    }

    protected static function title(): string
    {
        return 'Addresses';
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $addresses = array_filter($vocabulary->groups(), static fn (Field $field): bool => $field->type instanceof Type\Group && AddressFormat::isIn(array_keys($field->fields)));

        // Where the record has none, one is written by hand.
        return $addresses === [] ? ['rows' => [Row::fresh('Address', [])]] : self::ofFields(array_slice($addresses, 0, 2), AddressFormat::lines()->name());
    }
}
