<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Value\Emptiness;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** The items of a list that meet a condition, or the values of one field of theirs. What is common to all that is computed over a list. */
final readonly class OverItems
{
    /** The name by which a condition calls one of the items. */
    public const ITEM = 'one';

    /**
     * @param  string|null  $key  of the field of each item; null for the item itself
     * @param  FieldType|null  $type  of the values; null where no values are asked for
     */
    private function __construct(private Path $list, private string $label, private ?string $key, private string $of, public ?FieldType $type, private ?Condition $where)
    {
    }

    /**
     * @param  list<class-string<FieldType>>  $types  that the values may be of; none where only the items themselves are asked for
     *
     * @throws InvalidDocument when the list, the field or the condition does not fit
     */
    public static function read(Node $node, Vocabulary $vocabulary, array $types = []): self
    {
        $list = Operand::read($node, 'list', $vocabulary, [Type\Items::class]);
        $field = $vocabulary->field($list->path);
        $inside = $vocabulary->with(self::ITEM, $field);
        $where = $node->node('where');
        $condition = $where === null ? null : ConditionReader::read($where, $inside);
        if ($types === []) {
            return new self($list->path, $list->label, null, '', null, $condition);
        }
        $one = self::field($node, $field, $types);

        return new self($list->path, $list->label, $node->has('of') ? $one->key : null, $one->label->in('en'), $one->type, $condition);
    }

    /**
     * The JSON Schema of what names the items, and what of them.
     *
     * @param  list<class-string<FieldType>>  $types
     * @return array<string, array<string, mixed>>
     */
    public static function schema(array $types = []): array
    {
        return [
            'list' => ['title' => 'Of the list', 'x-ask' => 'list', '$ref' => 'template.json#/$defs/path'],
            ...($types === [] ? [] : ['of' => ['title' => 'What of each', 'description' => 'the key of a field of its items; absent for a list of single values', 'x-ask' => 'item', 'x-types' => Operand::names($types), '$ref' => 'record-type.json#/$defs/key']]),
            'where' => ['title' => 'Only items where', 'description' => 'a condition in which "'.self::ITEM.'" is the item', 'x-ask' => 'condition', '$ref' => 'template.json#/$defs/condition'],
        ];
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @return list<mixed> the items, or what is not empty of their values
     */
    public function in(array $data): array
    {
        $items = $this->list->in($data);
        $found = [];
        $items = is_array($items) ? array_values($items) : [];
        foreach ($items as $index => $item) {
            if ($this->where === null || $this->where->holds([...$data, ...Vocabulary::item(self::ITEM, $item, $index, count($items))])) {
                $value = $this->key === null ? $item : (is_array($item) ? $item[$this->key] ?? null : null);
                array_push($found, ...($this->type !== null && Emptiness::of($value) ? [] : [$value]));
            }
        }

        return $found;
    }

    /** "Line total in Items, where Quantity is more than 2". */
    public function inWords(): string
    {
        return ($this->key === null ? $this->label : "{$this->of} in {$this->label}").($this->where === null ? '' : ", where {$this->where->sentence()}");
    }

    /**
     * @param  list<class-string<FieldType>>  $types
     */
    private static function field(Node $node, Field $list, array $types): Field
    {
        $key = $node->optionalString('of');
        $field = $key === null ? $list->item(self::ITEM) : $list->member($key);
        if ($field === null || ! in_array($field->type::class, $types, true)) {
            $fitting = array_keys(array_filter($list->fields, static fn (Field $one): bool => in_array($one->type::class, $types, true)));
            throw $node->fault('of', $fitting === [] ? 'the items of this list have nothing of the kind' : 'must be one of '.implode(', ', $fitting));
        }

        return $field;
    }
}
