<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Document\Schema;
use Herald\Language\Caption;
use Herald\Value\Type;

/** A kind of record that a source knows, such as order or booking. */
final readonly class RecordType
{
    /**
     * @param  string  $identity  the field that tells one record from another
     * @param  list<Path>  $summary  the paths that a list of records shows, relative to the record
     * @param  array<string, Field>  $fields  by key, in their order
     * @param  array<string, Question>  $questions  what people are asked in messages about such records, by key
     * @param  string  $hash  what tells it from the type as it was on another day
     */
    private function __construct(
        public string $key,
        public Caption $name,
        public Caption $plural,
        public string $identity,
        public array $summary,
        public array $fields,
        public array $questions,
        public string $hash,
    ) {
    }

    /** @throws InvalidDocument when the document is not a record type */
    public static function ofJson(Json $json): self
    {
        Schema::RecordType->check($json);

        return self::ofNode($json->node());
    }

    /**
     * Reads a record type that has passed its schema, alone or inside a manifest.
     *
     * @throws InvalidDocument when its parts do not fit together
     */
    public static function ofNode(Node $node): self
    {
        $key = $node->string('key');
        if (! Vocabulary::mayBeCalled($key)) {
            throw $node->fault('key', "a record type cannot be called \"{$key}\": the word is taken");
        }
        $name = Caption::of($node->raw('name'), ucfirst($key));
        $fields = self::withComputed(Field::listOf($node), $node, $key, $name);
        $identity = $node->string('identity');
        $identityType = ($fields[$identity] ?? null)?->type;
        if (! $identityType instanceof Type\Text && ! $identityType instanceof Type\Integer) {
            throw $node->fault('identity', "\"{$identity}\" is not a text or whole number among the fields");
        }
        $type = new self(
            $key,
            $name,
            Caption::of($node->raw('plural') ?? $node->raw('name'), ucfirst($key).'s'),
            $identity,
            array_map(Path::of(...), $node->strings('summary')),
            $fields,
            self::questions($node),
            hash('sha256', json_encode($node->data, JSON_THROW_ON_ERROR)),
        );
        $vocabulary = Vocabulary::of($type);
        foreach ($type->summary as $index => $path) {
            try {
                if ($vocabulary->field(Path::of($key.'.'.$path))->type instanceof Type\Secret) {
                    throw $node->fault('summary/'.$index, "\"{$path}\" is a secret, which lists do not show");
                }
            } catch (UnknownPath $e) {
                throw $node->fault('summary/'.$index, $e->getMessage());
            }
        }
        self::checkZones($fields, $node);

        return $type;
    }

    /**
     * @return array<string, Question> by key
     *
     * @throws InvalidDocument when two cannot be told apart
     */
    private static function questions(Node $node): array
    {
        $questions = $taken = [];
        foreach ($node->nodes('questions') as $one) {
            $question = Question::ofNode($one);
            if (array_intersect_key($taken, $question->fields()) !== []) {
                throw $one->fault('key', "\"{$question->key}\" is asked already");
            }
            $questions[$question->key] = $question;
            $taken += $question->fields();
        }
        // What templates ask gives way to what the source declares.
        foreach ($node->nodes('asked') as $one) {
            $question = Question::ofNode($one);
            if (array_intersect_key($taken, $question->fields()) === []) {
                $questions[$question->key] = $question;
                $taken += $question->fields();
            }
        }

        return $questions;
    }

    /**
     * What people have answered, as variables have it: every question is there, unanswered ones with null.
     *
     * @param  array<string, array{value: string, at: string}>  $answers  the latest, by the key of the question
     * @return array<string, bool|int|string|null>
     */
    public function responses(array $answers): array
    {
        $responses = [];
        foreach ($this->questions as $key => $question) {
            $value = isset($answers[$key]) ? $question->value($answers[$key]['value']) : null;
            $responses += [$key => $value, "{$key}_at" => $value === null ? null : $answers[$key]['at']];
        }

        return $responses;
    }

    /**
     * The record's data with what is computed from them.
     *
     * @param  array<string, mixed>  $data  normalised
     * @param  string|null  $now  the moment that days and hours are counted to; null where there is none: what depends on it is empty
     * @param  string  $zone  IANA time zone of the source, whose days are counted
     * @param  Faults|null  $faults  takes why a field has no value, where there is a reason
     * @return array<string, mixed>
     */
    public function computed(array $data, ?string $now = null, string $zone = 'UTC', ?Faults $faults = null): array
    {
        foreach ($this->fields as $key => $field) {
            if ($field->computation === null) {
                continue;
            }
            try {
                $data[$key] = $field->computation->value([$this->key => $data, 'source' => ['zone' => $zone], ...($now === null ? [] : ['now' => $now])]);
            } catch (NotComputable $e) {
                $data[$key] = null;
                $faults?->add($this->key.'.'.$key, $e->getMessage());
            }
        }

        return $data;
    }

    /**
     * @return array<string, Field> the fields that records are found and sorted by at once, by path without the type's own key
     */
    public function indexed(): array
    {
        return self::indexedOf($this->fields, '');
    }

    /**
     * @param  array<string, Field>  $fields
     * @return array<string, Field>
     */
    private static function indexedOf(array $fields, string $before): array
    {
        $indexed = [];
        foreach ($fields as $key => $field) {
            $indexed += $field->indexed && $field->type->isSingle() && ! $field->type instanceof Type\Secret ? [$before.$key => $field] : [];
            $indexed += $field->type instanceof Type\Group ? self::indexedOf($field->fields, $before.$key.'.') : [];
        }

        return $indexed;
    }

    /**
     * The record's data without what is computed from them, as they are kept.
     *
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    public function given(array $data): array
    {
        return array_diff_key($data, array_filter($this->fields, static fn (Field $field): bool => $field->computation !== null));
    }

    /**
     * The fields, with those that are computed: what the source declares, and what people here have added, as far as it still fits.
     *
     * @param  array<string, Field>  $fields
     * @return array<string, Field>
     *
     * @throws InvalidDocument when something that the source declares does not fit
     */
    private static function withComputed(array $fields, Node $node, string $key, Caption $name): array
    {
        $all = $fields;
        // One may be computed from those above it: what is not read yet is not there.
        $unread = $nodes = array_column(array_map(static fn (Node $one): array => [$one->string('key'), $one], array_filter($node->nodes('fields'), static fn (Node $one): bool => $one->has('computed'))), 1, 0);
        foreach ($nodes as $one) {
            $declared = $fields[$one->string('key')];
            $computation = Computations::read($one->node('computed') ?? $one, Vocabulary::ofFields($key, $name, array_diff_key($all, $unread)));
            if ($computation->type()->name() !== $declared->type->name() || $declared->required) {
                throw $one->fault('type', $declared->required ? 'what is computed cannot be required: it may be empty' : "is computed as {$computation->type()->name()}, not as {$declared->type->name()}");
            }
            $all[$declared->key] = Field::computed($declared->key, $declared->label, $computation);
            unset($unread[$declared->key]);
        }
        foreach ($node->nodes('own') as $one) {
            try {
                $all += [$one->string('key') => self::own($one, Vocabulary::ofFields($key, $name, $all))];
            } catch (InvalidDocument) {
                // What it is computed from is no longer declared.
            }
        }

        return $all;
    }

    /**
     * A computed field that a person has added: `{"key", "label", "computed"}`.
     *
     * @param  Vocabulary  $vocabulary  what it may be computed from
     *
     * @throws InvalidDocument when it does not fit
     */
    public static function own(Node $node, Vocabulary $vocabulary): Field
    {
        $label = $node->string('label');

        return Field::computed($node->string('key'), Caption::of($label, $label), Computations::read($node->node('computed') ?? throw $node->fault('computed', 'must be there'), $vocabulary));
    }

    /**
     * @param  array<string, Field>  $fields
     */
    private static function checkZones(array $fields, Node $node): void
    {
        foreach ($fields as $field) {
            if ($field->zone !== null && ! ($fields[$field->zone] ?? null)?->type instanceof Type\Zone) {
                throw $node->fault('fields', "the zone of \"{$field->key}\" must be a field of type zone beside it; \"{$field->zone}\" is not");
            }
            self::checkZones($field->fields, $node);
        }
    }
}
