<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\Node;
use Herald\Language\Caption;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;

/** One named, typed field of a record type. */
final readonly class Field
{
    /**
     * @param  array<string, Caption>  $options  an option field's values with their labels
     * @param  string|null  $zone  for a date with time: the sibling field that holds its IANA time zone
     * @param  array<string, Field>  $fields  the fields of an object, or of each item of a list of objects, by key
     * @param  FieldType|null  $of  for a list of single values: the type of one
     * @param  mixed  $default  of a parameter: its value where none is given, as it would be given; null for none
     * @param  list<string>  $was  the keys that it had before
     * @param  bool  $indexed  whether records are to be found and sorted by it at once, however many there are
     * @param  array<string, string>  $formerOptions  today's value of an option by each value that stood for it before
     * @param  Computation|null  $computation  how it gets its value out of other fields; null where it is given
     */
    private function __construct(
        public string $key,
        public Caption $label,
        public FieldType $type,
        public bool $required = false,
        public array $options = [],
        public ?string $zone = null,
        public array $fields = [],
        public ?FieldType $of = null,
        public ?Computation $computation = null,
        public mixed $default = null,
        public array $was = [],
        public bool $indexed = false,
        public array $formerOptions = [],
    ) {
    }

    /** Reads a field that has passed the record type's schema. */
    public static function ofNode(Node $node): self
    {
        $key = $node->string('key');
        $type = FieldTypes::named($node->string('type'));
        $options = $former = [];
        foreach ($node->nodes('options') as $option) {
            $value = $option->string('value');
            if (isset($options[$value])) {
                throw $option->fault('value', "\"{$value}\" is declared twice");
            }
            $options[$value] = Caption::of($option->raw('label'), $value);
        }
        foreach ($node->nodes('options') as $option) {
            foreach ($option->strings('was') as $old) {
                if (isset($options[$old]) || isset($former[$old])) {
                    throw $option->fault('was', "\"{$old}\" already stands for another option");
                }
                $former[$old] = $option->string('value');
            }
        }

        return new self(
            $key,
            Caption::of($node->raw('label'), self::readable($key)),
            $type,
            $node->bool('required'),
            $options,
            $node->optionalString('zone'),
            self::listOf($node),
            ! $type instanceof Type\Items || $node->has('fields') ? null : FieldTypes::named($node->optionalString('of') ?? 'text'),
            default: $node->raw('default'),
            was: $node->strings('was'),
            indexed: $node->bool('indexed'),
            formerOptions: $former,
        );
    }

    /** A field that is computed from others. */
    public static function computed(string $key, Caption $label, Computation $computation): self
    {
        return new self($key, $label, $computation->type(), computation: $computation);
    }

    /** A field that the core itself declares, such as the source's name. */
    public static function single(string $key, string $label, FieldType $type): self
    {
        return new self($key, Caption::of($label, $label), $type);
    }

    /**
     * One of several values.
     *
     * @param  array<string, Caption>  $options
     */
    public static function option(string $key, Caption $label, array $options): self
    {
        return new self($key, $label, new Type\Option, options: $options);
    }

    /**
     * @param  list<Field>  $fields
     */
    public static function object(string $key, string $label, array $fields): self
    {
        return new self($key, Caption::of($label, $label), new Type\Group, fields: array_column($fields, null, 'key'));
    }

    /** All records of a type, as a list; what is secret in them is not named elsewhere. */
    public static function ofRecords(RecordType $type): self
    {
        // Every notice of a source may list the same.
        /** @var \WeakMap<RecordType, self>|null $lists */
        static $lists = null;
        /** @var \WeakMap<RecordType, self> $known */
        $known = $lists ??= new \WeakMap;

        return $known[$type] ??= new self($type->key, $type->plural, new Type\Items, fields: self::told($type->fields) + ($type->questions === [] ? [] : [Vocabulary::RESPONSE => Vocabulary::of($type)->roots()[Vocabulary::RESPONSE]]));
    }

    /**
     * @param  array<string, Field>  $fields
     * @return array<string, Field> without those that are secret
     */
    private static function told(array $fields): array
    {
        $told = array_filter($fields, static fn (self $field): bool => ! $field->type instanceof Type\Secret);

        return array_map(static fn (self $field): self => $field->fields === [] ? $field : $field->with(fields: self::told($field->fields)), $told);
    }

    /** Stands for a list that is not there, so that what is said about its items is not told as a fault of its own. */
    public static function missingList(): self
    {
        return new self('', Caption::of(null, 'Missing'), new Type\Items, of: new Type\Open);
    }

    /**
     * @return list<string> the values of an option field
     */
    public function optionValues(): array
    {
        return array_map(strval(...), array_keys($this->options));
    }

    /**
     * What it is one of, with labels: of an option field its values, of a list of objects the fields of one.
     *
     * @return array<string, string>
     */
    public function choices(string $language = 'en'): array
    {
        $of = $this->type instanceof Type\Items ? array_map(static fn (self $one): Caption => $one->label, array_filter($this->fields, static fn (self $one): bool => $one->type->isSingle() && ! $one->type instanceof Type\Secret)) : $this->options;
        $choices = [];
        foreach ($of as $value => $label) {
            // Values that are digits alone have become numbers.
            $choices[(string) $value] = $label->in($language);
        }

        return $choices;
    }

    /** The field of that key among its own, or of an item of a list; by a key that it had before as well. */
    public function member(string $key): ?self
    {
        return $this->fields[$key] ?? self::renamed($this->fields, $key);
    }

    /**
     * @param  array<string, self>  $fields
     */
    private static function renamed(array $fields, string $key): ?self
    {
        foreach ($fields as $field) {
            if (in_array($key, $field->was, true)) {
                return $field;
            }
        }

        return null;
    }

    /** Whether it, or any field beneath it, had another key before, or an option another value. */
    public function isRenamed(): bool
    {
        return $this->was !== [] || $this->formerOptions !== [] || array_filter($this->fields, static fn (self $field): bool => $field->isRenamed()) !== [];
    }

    /**
     * What it is where nothing is said of it: null, or a list or a group without anything in it.
     *
     * @return array<array-key, mixed>|null
     */
    public function nothing(): ?array
    {
        return $this->type instanceof Type\Group ? array_map(static fn (self $field): ?array => $field->nothing(), $this->fields) : $this->type->nothing();
    }

    /** The same field under another label. */
    public function called(string $label): self
    {
        return $this->with(Caption::of($label, $label));
    }

    /**
     * @param  array<string, Field>|null  $fields
     */
    private function with(?Caption $label = null, ?array $fields = null): self
    {
        return new self($this->key, $label ?? $this->label, $this->type, $this->required, $this->options, $this->zone, $fields ?? $this->fields, $this->of, $this->computation, $this->default, $this->was, $this->indexed, $this->formerOptions);
    }

    /**
     * A single value in its normal form; an option by the value that it has today.
     *
     * @param  mixed  $value  as it came in JSON; neither null nor an empty text
     * @return mixed null when it is no value of this field
     *
     * @throws \InvalidArgumentException saying what is wrong with it, where more is to be said than what it must be
     */
    public function read(mixed $value): mixed
    {
        return $this->type->read($this->currentOption($value), $this->optionValues());
    }

    /** The value of an option as it is today, where it had another before; all else as it is. */
    public function currentOption(mixed $value): mixed
    {
        return is_string($value) ? $this->formerOptions[$value] ?? $value : $value;
    }

    /**
     * Whether two values mean the same: 5 and "5.00" of a number, whatever the order of members.
     *
     * @param  mixed  $one  in its normal form, as the other
     */
    public function equates(mixed $one, mixed $other): bool
    {
        if ($one === $other) {
            return true;
        }
        if ($one === null || $other === null) {
            return false;
        }
        if (is_array($one) && is_array($other) && ($this->type instanceof Type\Group || $this->type instanceof Type\Items)) {
            $keys = array_keys($one + $other);
            foreach ($keys as $key) {
                $member = $this->type instanceof Type\Items ? $this->item($this->key) : $this->fields[$key] ?? self::single((string) $key, (string) $key, new Type\Open);
                if (! $member->equates($one[$key] ?? null, $other[$key] ?? null)) {
                    return false;
                }
            }

            return $this->type instanceof Type\Group || count($one) === count($other);
        }

        return is_array($one) && ! $this->type->isSingle() ? $one == $other : $this->type->order($one, $other) === 0;
    }

    /** The field that stands for one item of this list, under the name a repeat gives it. */
    public function item(string $name): self
    {
        return $this->of === null
            ? new self($name, $this->label, new Type\Group, fields: $this->fields)
            : new self($name, $this->label, $this->of, options: $this->options);
    }

    /**
     * @return array<string, Field> the fields under the node's "fields", by key, in their order
     */
    public static function listOf(Node $node): array
    {
        $fields = [];
        foreach ($node->nodes('fields') as $child) {
            $field = self::ofNode($child);
            if (isset($fields[$field->key])) {
                throw $child->fault('key', "\"{$field->key}\" is declared twice");
            }
            $fields[$field->key] = $field;
        }
        foreach ($node->nodes('fields') as $child) {
            foreach (array_intersect($child->strings('was'), array_keys($fields)) as $taken) {
                throw $child->fault('was', "\"{$taken}\" is the key of another field now");
            }
        }

        return $fields;
    }

    private static function readable(string $key): string
    {
        return mb_strtoupper(mb_substr($key, 0, 1)).str_replace('_', ' ', mb_substr($key, 1));
    }
}
