<?php

declare(strict_types=1);

namespace Herald\Record;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Language\LanguageTag;
use Herald\Value\Money;

/**
 * Checks a record's data against its type and brings it into its normal form: every declared field is there, possibly
 * null (an absent object has null members, an absent list is empty), empty texts are null, moments are in UTC. Members that
 * are not declared are kept as they are.
 */
final class RecordReader
{
    private Faults $faults;

    private function __construct(private readonly string $document)
    {
        $this->faults = new Faults;
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @param  string  $document  what to call the record in errors
     * @return array<string, mixed>
     *
     * @throws InvalidDocument naming every field that does not fit
     */
    public static function read(RecordType $type, array $data, string $document): array
    {
        $identity = $data[$type->identity] ?? null;
        $reader = new self($document.(is_string($identity) || is_int($identity) ? " ({$identity})" : ''));
        if ($identity === null || $identity === '') {
            $reader->faults->add($type->identity, 'must not be empty: it tells one record from another');
        }

        return $reader->finish($reader->fields($type->fields, $data, ''));
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
    public static function given(array $fields, array $data, string $document): array
    {
        $reader = new self($document);

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
            FieldType::Decimal => self::decimal($value) ?? $this->wrong($place, 'a number', $value),
            FieldType::Money => $this->money($value, $place),
            FieldType::Date => self::date($value) ?? $this->wrong($place, 'a day such as 2026-11-21', $value),
            FieldType::DateTime => self::moment($value) ?? $this->wrong($place, 'a moment such as 2026-11-21T09:30:00Z', $value),
            FieldType::Option => is_string($value) && isset($field->options[$value]) ? $value : $this->wrong($place, 'one of '.implode(', ', array_keys($field->options)), $value),
            FieldType::Email => is_string($value) && filter_var($value, FILTER_VALIDATE_EMAIL, FILTER_FLAG_EMAIL_UNICODE) !== false ? $value : $this->wrong($place, 'an e-mail address', $value),
            FieldType::Language => is_string($value) && LanguageTag::isWellFormed($value) ? $value : $this->wrong($place, 'a language tag such as de or fr-CA', $value),
            FieldType::Country => is_string($value) && preg_match('/^[A-Z]{2}$/D', $value) === 1 ? $value : $this->wrong($place, 'a country code such as IE', $value),
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
        $amount = self::decimal($value['amount']);
        try {
            return Money::of($amount ?? '', is_string($value['currency']) ? $value['currency'] : '')->toArray();
        } catch (\InvalidArgumentException $e) {
            $this->faults->add($place, $e->getMessage());

            return null;
        }
    }

    private static function decimal(mixed $value): ?string
    {
        try {
            return match (true) {
                is_int($value), is_string($value) => (string) BigDecimal::of($value),
                is_float($value) => (string) BigDecimal::of((string) json_encode($value)),
                default => null,
            };
        } catch (MathException) {
            return null;
        }
    }

    private static function date(mixed $value): ?string
    {
        return is_string($value) && preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $value, $m) === 1 && checkdate((int) $m[2], (int) $m[3], (int) $m[1]) ? $value : null;
    }

    private static function moment(mixed $value): ?string
    {
        if (! is_string($value) || preg_match('/^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)$/D', $value) !== 1 || self::date(substr($value, 0, 10)) === null) {
            return null;
        }
        try {
            return (new \DateTimeImmutable($value))->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
        } catch (\Exception) {
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
