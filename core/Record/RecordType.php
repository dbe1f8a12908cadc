<?php

declare(strict_types=1);

namespace Herald\Record;

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
     * @param  string  $hash  what tells it from the type as it was on another day
     */
    private function __construct(
        public string $key,
        public Caption $name,
        public Caption $plural,
        public string $identity,
        public array $summary,
        public array $fields,
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
        $fields = Field::listOf($node);
        $identity = $node->string('identity');
        $identityType = ($fields[$identity] ?? null)?->type;
        if (! $identityType instanceof Type\Text && ! $identityType instanceof Type\Integer) {
            throw $node->fault('identity', "\"{$identity}\" is not a text or whole number among the fields");
        }
        $type = new self(
            $key,
            Caption::of($node->raw('name'), ucfirst($key)),
            Caption::of($node->raw('plural') ?? $node->raw('name'), ucfirst($key).'s'),
            $identity,
            array_map(Path::of(...), $node->strings('summary')),
            $fields,
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
