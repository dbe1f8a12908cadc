<?php

declare(strict_types=1);

namespace Herald\Record;

/** The types a field of a record may have, with the JSON shape of their values. */
enum FieldType: string
{
    /** A text. */
    case Text = 'text';
    /** A whole number. */
    case Integer = 'integer';
    /** A decimal number, given as a JSON number or, so that no digit is lost, as a text. */
    case Decimal = 'decimal';
    /** `{"amount": "12.50", "currency": "EUR"}`: a decimal amount and an ISO 4217 code. */
    case Money = 'money';
    /** A calendar day, `2026-11-21`. */
    case Date = 'date';
    /** A moment, RFC 3339 with offset or Z; kept in UTC. */
    case DateTime = 'datetime';
    case Boolean = 'boolean';
    /** One of a fixed list of values, each with a label. */
    case Option = 'option';
    case Email = 'email';
    case Phone = 'phone';
    /** An absolute web address. */
    case Url = 'url';
    /** The absolute web address of a picture. */
    case Picture = 'picture';
    /** A BCP 47 tag. */
    case Language = 'language';
    /** An ISO 3166-1 alpha-2 code. */
    case Country = 'country';
    /** An IANA time zone name. */
    case Zone = 'zone';
    /** A text that stands in its message and nowhere else: masked wherever it is kept or shown, see {@see Secrets}. */
    case Secret = 'secret';
    /** A group of named fields. */
    case Object = 'object';
    /** A list of objects (with fields) or of single values (with the type of one). */
    case List = 'list';
    /** An object whose members are not declared, as a plug-in may add them; each is read as a text. */
    case Open = 'open';

    /** Whether a value of this type is a single thing that can be put into a text. */
    public function isSingle(): bool
    {
        return ! in_array($this, [self::Object, self::List, self::Open], true);
    }

    /** Whether values of this type stand in an order that more and less speak of. */
    public function isOrdered(): bool
    {
        return in_array($this, [self::Integer, self::Decimal, self::Money, self::Date, self::DateTime], true);
    }
}
