<?php

declare(strict_types=1);

namespace Herald\Condition;

use Herald\Condition\Operator\FromNow;
use Herald\Condition\Operator\Operators;
use Herald\Condition\Operator\Takes;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;

/**
 * Reads conditions: `{"all": […]}`, `{"any": […]}`, `{"not": {…}}`, `{"path": "order.status", "operator": "is", "value": "paid"}`,
 * whose value may be another field, `{"path": "order.total"}`, or `{"list": "order.items", "quantifier": "any", "item": "one", "where": {…}}`.
 */
final class ConditionReader
{
    /**
     * @throws InvalidDocument when a path is unknown, an operator or value does not suit its field, or it is not finished
     */
    public static function read(Node $node, Vocabulary $vocabulary): Condition
    {
        return self::part($node, $vocabulary, null);
    }

    /**
     * @param  string|null  $within  the name of the items that it is about, where it is about items
     */
    private static function part(Node $node, Vocabulary $vocabulary, ?string $within): Condition
    {
        if ($node->has('all')) {
            return new AllOf(self::parts($node, 'all', $vocabulary, $within));
        }
        if ($node->has('any')) {
            return new AnyOf(self::parts($node, 'any', $vocabulary, $within));
        }
        $negated = $node->node('not');
        if ($negated !== null) {
            return new Negation(self::part($negated, $vocabulary, $within));
        }

        return $node->has('list') ? self::ofItems($node, $vocabulary, $within) : self::comparison($node, $vocabulary);
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
        if ($node->has('list')) {
            return new OfItems(Quantifier::from($node->string('quantifier')), Path::of($node->string('list')), $node->string('label'), $node->string('item'), self::stored($node->array('where')));
        }
        $path = Path::of($node->string('path'));
        $value = $node->raw('value');
        $read = static fn (mixed $one): mixed => is_array($one) && is_string($one['path'] ?? null) && is_string($one['label'] ?? null) ? new Reference(Path::of($one['path']), $one['label']) : $one;
        $other = $read($value);

        return new Comparison(
            $path,
            Field::single((string) $path, $node->string('label'), FieldTypes::named($node->string('type'))),
            Operators::named($node->string('operator')) ?? throw $node->fault('operator', 'is not an operator'),
            match (true) {
                $other instanceof Reference, is_scalar($other) => $other,
                is_array($value) => array_map($read, $value),
                default => null,
            },
        );
    }

    /**
     * @return list<Condition>
     */
    private static function parts(Node $node, string $key, Vocabulary $vocabulary, ?string $within): array
    {
        return array_map(static fn (Node $part): Condition => self::part($part, $vocabulary, $within), array_values($node->nodes($key)));
    }

    private static function ofItems(Node $node, Vocabulary $vocabulary, ?string $within): OfItems
    {
        $item = $node->optionalString('item') ?? 'one';
        if (! Vocabulary::mayBeCalled($item)) {
            throw $node->fault('item', "an item cannot be called \"{$item}\": the word is taken");
        }
        [$path, $list] = self::field($node->string('list'), $node, 'list', $vocabulary);
        if (! $list->type instanceof Type\Items) {
            throw $node->fault('list', "\"{$path}\" is not a list but of type {$list->type->name()}");
        }

        // Each item is looked at once, however deep conditions lie in each other.
        if ($within !== null && $path->root() !== $within) {
            throw $node->fault('list', "\"{$path}\" is no list of the items that are gone through here");
        }

        return new OfItems(
            Quantifier::tryFrom($node->string('quantifier')) ?? throw $node->fault('quantifier', 'must be one of any, all, none'),
            $path,
            $vocabulary->fullLabel($path),
            $item,
            self::part($node->node('where') ?? throw $node->fault('where', 'must be there'), $vocabulary->with($item, $list), $item),
        );
    }

    /**
     * @return array{Path, Field}
     */
    private static function field(string $path, Node $node, string $place, Vocabulary $vocabulary): array
    {
        try {
            return [$vocabulary->current(Path::of($path)), $vocabulary->field(Path::of($path))];
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault($place, $e->getMessage());
        }
    }

    private static function comparison(Node $node, Vocabulary $vocabulary): Comparison
    {
        $operator = Operators::named($node->string('operator')) ?? throw $node->fault('operator', 'is not an operator');
        if ($node->string('path') === '') {
            throw $node->fault('path', 'the condition is not finished: no field is chosen');
        }
        [$path, $field] = self::field($node->string('path'), $node, 'path', $vocabulary);
        if (! $operator->suits($field->type)) {
            throw $node->fault('operator', "\"{$operator->inWords($field->type)}\" cannot be asked of {$path}, which is of type {$field->type->name()}");
        }
        $value = $node->raw('value');
        if ($operator->takes() !== Takes::Nothing && in_array($value, [null, '', []], true)) {
            throw $node->fault('value', "the condition is not finished: “{$field->called($vocabulary->fullLabel($path))->label->in('en')} {$operator->inWords($field->type)} …” needs a value");
        }
        $called = $field->called($vocabulary->fullLabel($path));
        $one = static fn (mixed $one): mixed => self::value($node, $field, $one, $vocabulary);

        return new Comparison($path, $called, $operator, match ($operator->takes()) {
            Takes::Nothing => null,
            Takes::One => $one($value),
            Takes::Several => array_values(array_map($one, is_array($value) ? $value : [$value])),
            Takes::Two => is_array($value) && array_is_list($value) && count($value) === 2 && ! in_array('', $value, true) ? array_map($one, $value) : throw $node->fault('value', 'the condition is not finished: between takes two values, the least and the most'),
            Takes::Days => is_int($value) && $value >= 0 && $value <= FromNow::MOST ? $value : throw $node->fault('value', 'must be a whole number of days from 0 to '.number_format(FromNow::MOST)),
        });
    }

    /**
     * @return string|int|float|bool|Reference|array<array-key, mixed>|null
     */
    private static function value(Node $node, Field $field, mixed $value, Vocabulary $vocabulary): string|int|float|bool|Reference|array|null
    {
        if (! is_array($value) || ! is_string($value['path'] ?? null)) {
            $value = $field->currentOption($value);
            self::checkValue($node, $field, $value);

            return is_scalar($value) || is_array($value) ? $value : null;
        }
        [$path, $other] = self::field($value['path'], $node, 'value', $vocabulary);
        if (! self::areAlike($field->type, $other->type)) {
            throw $node->fault('value', "“{$field->label->in('en')}”, of type {$field->type->name()}, cannot be compared with {$path}, which is of type {$other->type->name()}");
        }

        return new Reference($path, $vocabulary->fullLabel($path));
    }

    /** Whether the values of two types can be held against each other. */
    private static function areAlike(FieldType $one, FieldType $other): bool
    {
        $kind = static fn (FieldType $type): string => match (true) {
            $type instanceof Type\Integer, $type instanceof Type\Decimal => 'number',
            $type instanceof Type\Text, $type instanceof Type\Email, $type instanceof Type\Phone, $type instanceof Type\Url => 'text',
            default => $type->name(),
        };

        return $kind($one) === $kind($other) && $one->isSingle() && ! $one instanceof Type\Secret;
    }

    private static function checkValue(Node $node, Field $field, mixed $value): void
    {
        if (! $field->type->comparesWith($value, $field->optionValues())) {
            $shown = is_scalar($value) ? json_encode($value, JSON_UNESCAPED_UNICODE | JSON_PARTIAL_OUTPUT_ON_ERROR) : get_debug_type($value);
            throw $node->fault('value', "{$shown} is no value of {$field->key}".($field->options === [] ? ', which is of type '.$field->type->name() : '; it may be '.implode(', ', array_keys($field->options))));
        }
    }
}
