<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Condition\Operator\Operators;
use Herald\Condition\Operator\Takes;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Type\FieldTypes;

/**
 * Reads conditions: `{"all": […]}`, `{"any": […]}`, `{"not": {…}}` or `{"path": "order.status", "operator": "is", "value": "paid"}`.
 */
final class ConditionReader
{
    /**
     * @throws InvalidDocument when a path is unknown, an operator or value does not suit its field, or it is not finished
     */
    public static function read(Node $node, Vocabulary $vocabulary): Condition
    {
        if ($node->has('all')) {
            return new AllOf(self::parts($node, 'all', $vocabulary));
        }
        if ($node->has('any')) {
            return new AnyOf(self::parts($node, 'any', $vocabulary));
        }
        $negated = $node->node('not');
        if ($negated !== null) {
            return new Negation(self::read($negated, $vocabulary));
        }

        return self::comparison($node, $vocabulary);
    }

    /**
     * Reads a condition back from the form that {@see Condition::toArray} gives it.
     *
     * @param  array<array-key, mixed>  $stored
     */
    public static function stored(array $stored): Condition
    {
        $node = new Node($stored, '', 'stored condition');
        if ($node->has('all') || $node->has('any')) {
            $parts = array_map(
                static fn (Node $part): Condition => self::stored($part->data),
                array_values($node->nodes($node->has('all') ? 'all' : 'any')),
            );

            return $node->has('all') ? new AllOf($parts) : new AnyOf($parts);
        }
        if ($node->has('not')) {
            return new Negation(self::stored($node->array('not')));
        }
        $path = Path::of($node->string('path'));
        $value = $node->raw('value');

        return new Comparison(
            $path,
            Field::single((string) $path, $node->string('label'), FieldTypes::named($node->string('type'))),
            Operators::named($node->string('operator')) ?? throw $node->fault('operator', 'is not an operator'),
            is_scalar($value) || is_array($value) ? $value : null,
        );
    }

    /**
     * @return list<Condition>
     */
    private static function parts(Node $node, string $key, Vocabulary $vocabulary): array
    {
        return array_map(static fn (Node $part): Condition => self::read($part, $vocabulary), array_values($node->nodes($key)));
    }

    private static function comparison(Node $node, Vocabulary $vocabulary): Comparison
    {
        $operator = Operators::named($node->string('operator')) ?? throw $node->fault('operator', 'is not an operator');
        if ($node->string('path') === '') {
            throw $node->fault('path', 'the condition is not finished: no field is chosen');
        }
        try {
            $path = Path::of($node->string('path'));
            $field = $vocabulary->field($path);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault('path', $e->getMessage());
        }
        if (! $operator->suits($field->type)) {
            throw $node->fault('operator', "\"{$operator->inWords($field->type)}\" cannot be asked of {$path}, which is of type {$field->type->name()}");
        }
        $value = $node->raw('value');
        if ($operator->takes() !== Takes::Nothing && in_array($value, [null, '', []], true)) {
            throw $node->fault('value', "the condition is not finished: “{$field->called($vocabulary->fullLabel($path))->label->in('en')} {$operator->inWords($field->type)} …” needs a value");
        }
        $values = match ($operator->takes()) {
            Takes::Nothing => [],
            Takes::One => [$value],
            Takes::Several => is_array($value) ? $value : [$value],
        };
        foreach ($values as $one) {
            self::checkValue($node, $field, $one);
        }

        return new Comparison($path, $field->called($vocabulary->fullLabel($path)), $operator, is_scalar($value) || is_array($value) ? $value : null);
    }

    private static function checkValue(Node $node, Field $field, mixed $value): void
    {
        if (! $field->type->comparesWith($value, $field->optionValues())) {
            $shown = is_scalar($value) ? (string) json_encode($value, JSON_UNESCAPED_UNICODE) : get_debug_type($value);
            throw $node->fault('value', "{$shown} is no value of {$field->key}".($field->options === [] ? ', which is of type '.$field->type->name() : '; it may be '.implode(', ', array_keys($field->options))));
        }
    }
}
