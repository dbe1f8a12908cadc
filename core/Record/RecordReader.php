<?php

declare(strict_types=1);

namespace Herald\Record;

use Composer\Pcre\Preg;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Value\Mask;
use Herald\Value\Type;

/**
 * Checks a record's data against its type and brings it into its normal form: every declared field is there, possibly
 * null (an absent object has null members, an absent list is empty), empty texts are null, moments are in UTC. Members that
 * are not declared are kept as they are. What is computed is computed anew, but for what depends on a moment.
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

        return $type->computed($reader->finish($reader->fields($type->fields, $data, '')));
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
            mb_strlen($identity) > self::LONGEST_IDENTITY || Preg::isMatch('/[\x00-\x1F\x7F]/', $identity) => 'must have at most '.self::LONGEST_IDENTITY.' letters, and no control characters: it tells one record from another',
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
     * Reads the parameters given with an event or by hand, in the same way; what is not declared is left out.
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
        $told = [];
        foreach ($fields as $key => $field) {
            $named = array_filter(array_map(static fn (string $name): mixed => $data[$name] ?? null, [$key, ...$field->was]), static fn (mixed $value): bool => ! in_array($value, [null, ''], true));
            $told[$key] = $named === [] ? $field->default : reset($named);
        }

        return $reader->finish($reader->fields($fields, $told, 'given'));
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
        $former = [];
        foreach ($fields as $key => $field) {
            foreach ($field->was as $old) {
                // What came under a key of before is taken over, unless it is there under that of today.
                $data[$key] ??= $data[$old] ?? null;
                $former[$old] = true;
            }
            $read[$key] = $field->computation === null ? $this->value($field, $data[$key] ?? null, $place.'/'.$key) : $field->type->nothing();
        }
        foreach (array_diff_key($data, $fields, $former) as $key => $value) {
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

            return $field->nothing();
        }
        $read = $this->single($field, $value, $place);

        return match (true) {
            ! is_array($read) => $read,
            $field->type instanceof Type\Group => $this->fields($field->fields, $read, $place),
            $field->type instanceof Type\Items => array_map(fn (mixed $item, int|string $index): mixed => $this->value($field->item($field->key), $item, $place.'/'.$index), $read, array_keys($read)),
            default => $read,
        };
    }

    private function single(Field $field, mixed $value, string $place): mixed
    {
        // What is sealed already is taken from what we keep ourselves, never from outside.
        if ($this->isSealed($value) && Secrets::areIn($field)) {
            return $field->type instanceof Type\Secret ? $value : $this->wrong($field, $place, $value);
        }
        try {
            $read = $field->read($value);
        } catch (\InvalidArgumentException $e) {
            $this->faults->add($place, $e->getMessage());

            return null;
        }

        return $read ?? $this->wrong($field, $place, $value);
    }

    private function wrong(Field $field, string $place, mixed $value): null
    {
        $wanted = $field->options === [] ? $field->type->wanted() : 'one of '.implode(', ', $field->optionValues());
        // What it is, not which: data are told to nobody, stored in no reason and written into no log by their faults.
        $came = match (true) {
            is_string($value) => 'this text',
            is_int($value), is_float($value) => 'this number',
            is_bool($value) => $value ? 'true' : 'false',
            is_array($value) => array_is_list($value) ? 'a list' : 'an object',
            default => 'nothing',
        };
        $this->faults->add($place, match (true) {
            // Whatever stands where a secret should may be one.
            Secrets::areIn($field) => "must be {$wanted}",
            $this->isSealed($value) => 'is kept sealed, as a secret, and is not declared as one: it has to be told anew',
            default => "must be {$wanted}, not {$came}",
        });

        return null;
    }

    private function isSealed(mixed $value): bool
    {
        return $this->limits === null && is_array($value) && Mask::hides($value) && $value['sealed'] !== null;
    }
}
