<?php

declare(strict_types=1);

namespace Herald\Document;

use Opis\JsonSchema\Errors\ValidationError;
use Opis\JsonSchema\Validator;

/**
 * The published JSON Schemas (JSON Schema 2020-12) in schema/, which every document is checked against on its way in.
 */
enum Schema: string
{
    case Manifest = 'manifest';
    case RecordType = 'record-type';
    case Template = 'template';
    case Blocks = 'blocks';
    case Brand = 'brand';
    case Notice = 'notice';

    public const BASE = 'https://schema.velvet-herald.example/';

    /**
     * One that was found good is not looked at again, though it is read in every language.
     *
     * @param  array<array-key, mixed>  $kept  a document that was found good before: blocks that stand in it as they are here need no second look
     *
     * @throws InvalidDocument naming each place and reason in words
     */
    public function check(Json $document, array $kept = []): void
    {
        $good = self::good()[$document] ?? [];
        if (! in_array($this, $good, true)) {
            $changed = self::changed($document, $kept);
            if ($changed === null || ! $this->isGood($changed)) {
                $this->hold($document);
            }
            self::good()[$document] = [...$good, $this];
        }
    }

    /**
     * The document without the blocks that stand in another one; null when none does.
     *
     * @param  array<array-key, mixed>  $kept
     */
    private static function changed(Json $document, array $kept): ?\stdClass
    {
        [$blocks, $known, $objects] = [$document->data['manuscript'] ?? null, $kept['manuscript'] ?? null, $document->object->manuscript ?? null];
        if (! is_array($blocks) || ! is_array($known) || ! is_array($objects)) {
            return null;
        }
        $known = array_column($known, null, 'id');
        $changed = clone $document->object;
        $changed->manuscript = array_values(array_filter($objects, static function (int|string $index) use ($blocks, $known): bool {
            $id = is_array($blocks[$index]) ? ($blocks[$index]['id'] ?? null) : null;

            return ! is_string($id) || ($known[$id] ?? null) !== $blocks[$index];
        }, ARRAY_FILTER_USE_KEY));

        return count($changed->manuscript) < count($objects) ? $changed : null;
    }

    private function isGood(\stdClass $document): bool
    {
        return self::validator()->validate($document, self::BASE.$this->value.'.json')->isValid();
    }

    /** @return \WeakMap<Json, list<self>> by which schemas a document was found good */
    private static function good(): \WeakMap
    {
        /** @var \WeakMap<Json, list<self>>|null $good */
        static $good = null;
        if ($good === null) {
            /** @var \WeakMap<Json, list<self>> $good */
            $good = new \WeakMap;
        }

        return $good;
    }

    /** @throws InvalidDocument */
    private function hold(Json $document): void
    {
        $error = self::validator()->validate($document->object, self::BASE.$this->value.'.json')->error();
        if ($error === null) {
            return;
        }
        $faults = new Faults;
        $leaves = self::leaves($error);
        $places = array_map(static fn (ValidationError $leaf): string => implode('/', $leaf->data()->fullPath()), $leaves);
        foreach ($leaves as $index => $leaf) {
            if (! self::onlyFollows($leaf, $places[$index], $places)) {
                $faults->add($places[$index], self::reason($leaf));
            }
        }
        $faults->throwIfAny($document->name);
    }

    private static function validator(): Validator
    {
        static $validator = null;
        if (! $validator instanceof Validator) {
            $validator = new Validator;
            $validator->setMaxErrors(Faults::MOST);
            $validator->setStopAtFirstError(false);
            $validator->resolver()?->registerPrefix(self::BASE, dirname(__DIR__, 2).'/schema');
        }

        return $validator;
    }

    /**
     * @return list<ValidationError> the errors with nothing beneath them: those that name the true place
     */
    private static function leaves(ValidationError $error): array
    {
        if ($error->subErrors() === [] || in_array($error->keyword(), ['anyOf', 'oneOf'], true)) {
            return [$error];
        }

        $leaves = [];
        foreach ($error->subErrors() as $beneath) {
            if ($beneath instanceof ValidationError) {
                array_push($leaves, ...self::leaves($beneath));
            }
        }

        return $leaves;
    }

    /**
     * Whether the error says no more than that something beneath it failed: members that failed count as not provided for.
     *
     * @param  list<string>  $places
     */
    private static function onlyFollows(ValidationError $error, string $place, array $places): bool
    {
        if ($error->keyword() !== 'additionalProperties') {
            return false;
        }
        foreach ($places as $other) {
            if ($other !== $place && str_starts_with($other, $place === '' ? '' : $place.'/')) {
                return true;
            }
        }

        return false;
    }

    private static function reason(ValidationError $error): string
    {
        $args = $error->args();
        $value = $error->data()->value();
        $shown = is_scalar($value) ? json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PARTIAL_OUTPUT_ON_ERROR) : get_debug_type($value);
        $schema = $error->schema()->info()->data();

        return match ($error->keyword()) {
            'required' => 'lacks '.self::quoted($args['missing'] ?? []),
            'additionalProperties', 'unevaluatedProperties' => 'has no place for '.self::quoted($args['properties'] ?? []),
            'enum' => $shown.' is not one of '.self::quoted(is_object($schema) ? ($schema->enum ?? []) : []),
            'const' => $shown.' must be '.self::quoted(is_object($schema) ? ($schema->const ?? '') : ''),
            'type' => 'must be '.self::typeNames($args['expected'] ?? 'something else').', not '.self::typeNames($args['type'] ?? 'that'),
            'pattern' => $shown.' does not have the form that is asked for here'.(is_object($schema) && is_string($schema->description ?? null) ? ' ('.$schema->description.')' : ''),
            'minLength', 'minItems', 'minProperties' => 'must not be empty',
            'anyOf', 'oneOf' => 'fits none of the forms that may stand here'.(is_object($schema) && is_string($schema->description ?? null) ? ': '.$schema->description : ''),
            default => self::plain($error),
        };
    }

    private static function quoted(mixed $names): string
    {
        return implode(', ', array_map(
            static fn (mixed $name): string => '"'.(is_scalar($name) ? (string) $name : get_debug_type($name)).'"',
            is_array($names) ? $names : [$names],
        ));
    }

    private static function typeNames(mixed $types): string
    {
        $words = ['string' => 'a text', 'object' => 'an object', 'array' => 'a list', 'integer' => 'a whole number', 'number' => 'a number', 'boolean' => 'true or false', 'null' => 'null'];

        return implode(' or ', array_map(
            static fn (mixed $type): string => is_string($type) ? ($words[$type] ?? $type) : '?',
            is_array($types) ? $types : [$types],
        ));
    }

    private static function plain(ValidationError $error): string
    {
        $words = $error->message();
        foreach ($error->args() as $name => $value) {
            $words = str_replace('{'.$name.'}', is_scalar($value) ? (string) $value : self::quoted($value), $words);
        }

        return lcfirst($words);
    }
}
