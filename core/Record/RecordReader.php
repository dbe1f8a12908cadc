<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Language\LanguageTag;
use Herald\Value\Decimal;
use Herald\Value\EmailAddress;
use Herald\Value\Moment;
use Herald\Value\Money;

/**
 * Checks a record's data against its type and brings it into its normal form: every declared field is there, possibly
 * null (an absent object has null members, an absent list is empty), empty texts are null, moments are in UTC. Members that
 * are not declared are kept as they are.
 */
final class RecordReader
{
    private const LONGEST_IDENTITY = 200;

    private Faults $faults;

    private function __construct(private readonly string $document, private readonly ?Limits $limits)
    {
        $this->faults = new Faults;
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @param  string  $document  what to call the record in errors
     * @param  Limits|null  $limits  for what comes from outside, of which {@see weigh} has been asked; null for what is stored already
     * @return array<string, mixed>
     *
     * @throws InvalidDocument naming every field that does not fit
     */
    public static function read(RecordType $type, array $data, string $document, ?Limits $limits = null): array
    {
        $identity = $data[$type->identity] ?? null;
        $reader = new self($document.(is_string($identity) || is_int($identity) ? ' ('.mb_strimwidth((string) $identity, 0, 60, '…').')' : ''), $limits);
        // Of another kind than a text or a number it is a fault of its field.
        $fault = $identity === null || is_string($identity) ? self::faultOf((string) $identity) : null;
        if ($fault !== null) {
            $reader->faults->add($type->identity, $fault);
        }

        return $reader->finish($reader->fields($type->fields, $data, ''));
    }

    /**
     * What data from outside must have to be taken at all, whether they fit their type or not: an identity, and a size.
     *
     * @param  array<array-key, mixed>  $data
     * @return string the identity
     *
     * @throws InvalidDocument when they lack the one, or exceed the other
     */
    public static function admit(RecordType $type, array $data, Limits $limits): string
    {
        self::weigh($data, $limits, 'record');
        $identity = $data[$type->identity] ?? null;
        $text = is_string($identity) || is_int($identity) ? (string) $identity : '';
        $fault = self::faultOf($text);

        return $fault === null ? $text : throw InvalidDocument::because('record', $type->identity, $fault);
    }

    /** @return string|null what is wrong with an identity; null when nothing is */
    private static function faultOf(string $identity): ?string
    {
        return match (true) {
            $identity === '' => 'must not be empty: it tells one record from another',
            mb_strlen($identity) > self::LONGEST_IDENTITY || preg_match('/[\x00-\x1F\x7F]/', $identity) === 1 => 'must have at most '.self::LONGEST_IDENTITY.' letters, and no control characters: it tells one record from another',
            default => null,
        };
    }

    /**
     * @param  array<array-key, mixed>  $data
     *
     * @throws InvalidDocument when they are larger than what is taken, or hold a list that is longer
     */
    public static function weigh(array $data, Limits $limits, string $document): void
    {
        if (strlen((string) json_encode($data, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PARTIAL_OUTPUT_ON_ERROR)) > $limits->record) {
            throw InvalidDocument::because($document, '', 'is larger than '.Limits::inWords($limits->record));
        }
        self::count($data, $limits, $document, '');
    }

    /**
     * @param  array<array-key, mixed>  $data
     */
    private static function count(array $data, Limits $limits, string $document, string $place): void
    {
        if (count($data) > $limits->items) {
            throw InvalidDocument::because($document, $place, 'has '.number_format(count($data)).' items; '.number_format($limits->items).' are the most');
        }
        foreach ($data as $key => $member) {
            if (is_array($member)) {
                self::count($member, $limits, $document, "{$place}/{$key}");
            }
        }
    }

    /**
     * Reads the parameters given with an event or by hand, in the same way.
     *
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @return array<string, mixed>
     *
     * @throws InvalidDocument naming every parameter that does not fit
     */
    public static function given(array $fields, array $data, string $document, ?Limits $limits = null): array
    {
        $reader = new self($document, $limits);

        return $reader->finish($reader->fields($fields, $data, 'given'));
    }

    /** The record's identity as a text, from its normalised data. */
    public static function identityOf(RecordType $type, mixed $data): string
    {
        $identity = is_array($data) ? ($data[$type->identity] ?? '') : '';

        return is_scalar($identity) ? (string) $identity : '';
    }

    /**
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private function finish(array $data): array
    {
        $this->faults->throwIfAny($this->document);

        return $data;
    }

    /**
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @return array<string, mixed>
     */
    private function fields(array $fields, array $data, string $place): array
    {
        $read = [];
        foreach ($fields as $key => $field) {
            $read[$key] = $this->value($field, $data[$key] ?? null, $place.'/'.$key);
        }
        foreach (array_diff_key($data, $fields) as $key => $value) {
            $read[(string) $key] = $value;
        }

        return $read;
    }

    private function value(Field $field, mixed $value, string $place): mixed
    {
        if ($value === null || $value === '') {
            if ($field->required) {
                $this->faults->add($place, 'must not be empty');
            }

            return match ($field->type) {
                FieldType::Object => self::blank($field->fields),
                FieldType::List, FieldType::Open => [],
                default => null,
            };
        }
        if ($field->type === FieldType::Object || $field->type === FieldType::Open) {
            return is_array($value) && ! ($value !== [] && array_is_list($value))
                ? ($field->type === FieldType::Open ? $value : $this->fields($field->fields, $value, $place))
                : $this->wrong($place, 'an object', $value);
        }
        if ($field->type === FieldType::List) {
            return is_array($value) && array_is_list($value)
                ? array_map(
                    fn (mixed $item, int $index): mixed => $this->value($field->item($field->key), $item, $place.'/'.$index),
                    $value,
                    array_keys($value),
                )
                : $this->wrong($place, 'a list', $value);
        }

        return $this->single($field, $value, $place);
    }

    /**
     * An object that is not there: what it would have to have is not asked for.
     *
     * @param  array<string, Field>  $fields
     * @return array<string, mixed>
     */
    private static function blank(array $fields): array
    {
        return array_map(static fn (Field $field): ?array => match ($field->type) {
            FieldType::Object => self::blank($field->fields),
            FieldType::List, FieldType::Open => [],
            default => null,
        }, $fields);
    }

    private function single(Field $field, mixed $value, string $place): mixed
    {
        return match ($field->type) {
            FieldType::Text, FieldType::Phone, FieldType::Url, FieldType::Picture => is_string($value) ? $value : $this->wrong($place, 'a text', $value),
            FieldType::Integer => is_int($value) ? $value : $this->wrong($place, 'a whole number', $value),
            FieldType::Boolean => is_bool($value) ? $value : $this->wrong($place, 'true or false', $value),
            FieldType::Decimal => Decimal::read($value)?->__toString() ?? $this->wrong($place, Decimal::WORDS, $value),
            FieldType::Money => $this->money($value, $place),
            FieldType::Date => Moment::day($value) ?? $this->wrong($place, 'a day such as 2026-11-21', $value),
            FieldType::DateTime => Moment::read($value) ?? $this->wrong($place, 'a moment such as 2026-11-21T09:30:00Z, in the years 0001 to 9999', $value),
            FieldType::Option => is_string($value) && isset($field->options[$value]) ? $value : $this->wrong($place, 'one of '.implode(', ', array_keys($field->options)), $value),
            FieldType::Email => EmailAddress::read($value) ?? $this->wrong($place, 'an e-mail address', $value),
            FieldType::Language => is_string($value) && LanguageTag::isWellFormed($value) ? $value : $this->wrong($place, 'a language tag such as de or fr-CA', $value),
            FieldType::Country => is_string($value) && preg_match('/^[A-Z]{2}$/D', $value) === 1 ? $value : $this->wrong($place, 'a country code such as IE', $value),
            // What is sealed already is taken from what we keep ourselves, never from outside.
            FieldType::Secret => is_string($value) || ($this->limits === null && Secrets::isSealed($value)) ? $value : $this->wrong($place, 'a text', null),
            FieldType::Zone => is_string($value) && in_array($value, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true) ? $value : $this->wrong($place, 'a time zone such as Europe/Dublin', $value),
            FieldType::Object, FieldType::List, FieldType::Open => null,
        };
    }

    /**
     * @return array{amount: string, currency: string}|null
     */
    private function money(mixed $value, string $place): ?array
    {
        if (! is_array($value) || ! isset($value['amount'], $value['currency'])) {
            $this->wrong($place, 'an amount with its currency, such as {"amount": "12.50", "currency": "EUR"}', $value);

            return null;
        }
        try {
            return Money::of($value['amount'], is_string($value['currency']) ? $value['currency'] : '')->toArray();
        } catch (\InvalidArgumentException $e) {
            $this->faults->add($place, $e->getMessage());

            return null;
        }
    }

    private function wrong(string $place, string $wanted, mixed $value): null
    {
        $shown = json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PARTIAL_OUTPUT_ON_ERROR) ?: get_debug_type($value);
        $this->faults->add($place, "must be {$wanted}, not ".mb_strimwidth($shown, 0, 60, '…'));

        return null;
    }
}
