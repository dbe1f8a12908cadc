<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Type;

/** That a notice goes to each of several: the items of a list in the record, or the records of another type, of those that meet a condition. */
final readonly class Each
{
    /**
     * @param  Path  $list  `booking.guests`, or `records.subscription`
     * @param  string  $name  by which one of them goes: `subscription` in `subscription.address`
     * @param  Vocabulary  $vocabulary  all that may be named, one of them among it
     */
    private function __construct(public Path $list, public string $name, private Field $field, private ?Condition $where, public Vocabulary $vocabulary)
    {
    }

    /** @throws InvalidDocument when there is no such list, or the condition does not fit */
    public static function ofNode(Node $node, Vocabulary $vocabulary): self
    {
        $name = $node->string('as');
        if (! Vocabulary::mayBeCalled($name) || isset($vocabulary->roots()[$name])) {
            throw $node->fault('as', "one of them cannot be called \"{$name}\": the word is taken");
        }
        try {
            $path = $vocabulary->current(Path::of($node->string('each')));
            $list = $vocabulary->list($path);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault('each', $e->getMessage());
        }
        if (! $list->type instanceof Type\Items || $list->fields === []) {
            throw $node->fault('each', "\"{$path}\" is no list of things that have an address");
        }
        $inside = $vocabulary->one($name, $list);
        $where = $node->node('where');

        return new self($path, $name, $list, $where === null ? null : ConditionReader::read($where, $inside), $inside);
    }

    /** The key of the type of the records it goes through; null where it is a list in the record. */
    public function kind(): ?string
    {
        return $this->list->root() === Vocabulary::RECORDS ? $this->list->segments[1] : null;
    }

    /**
     * One of them as messages name it: no secret of another record is among it.
     *
     * @param  array<array-key, mixed>  $item  normalised
     * @return array<string, array<array-key, mixed>> by root
     */
    public function one(array $item): array
    {
        return [$this->name => array_intersect_key($item, $this->field->fields)];
    }

    /**
     * One of which nothing is known.
     *
     * @return array<string, array<string, mixed>> by root
     */
    public function nobody(): array
    {
        return [$this->name => array_map(static fn (Field $field): mixed => $field->nothing(), $this->field->fields)];
    }

    /**
     * Whether it goes to one of them.
     *
     * @param  array<string, mixed>  $data  by root, that one among it
     */
    public function holds(array $data): bool
    {
        return $this->where?->holds($data) ?? true;
    }

    /**
     * Those of a list in the record that it goes to.
     *
     * @param  array<string, mixed>  $data  by root
     * @return list<array<string, array<array-key, mixed>>> each by root
     */
    public function items(array $data): array
    {
        $items = $this->list->in($data);
        $ones = array_map($this->one(...), array_values(array_filter(is_array($items) ? $items : [], is_array(...))));

        return array_values(array_filter($ones, fn (array $one): bool => $this->holds([...$data, ...$one])));
    }

    /** "each of the Subscriptions for which Region is …". */
    public function inWords(): string
    {
        return "each of the {$this->field->label->in('en')}".($this->where === null ? '' : " for which {$this->where->sentence()}");
    }
}
