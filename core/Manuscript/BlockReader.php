<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Style\Look;
use Herald\Value\Type;

/** Reads one object of a manuscript (a block, a branch, a row) that has passed the schema. */
final readonly class BlockReader
{
    public function __construct(public Node $node, public Vocabulary $vocabulary, public Reading $reading)
    {
    }

    /**
     * @param  array<array-key, Node>  $nodes
     * @return list<Block>
     */
    public static function blocks(array $nodes, Vocabulary $vocabulary, Reading $reading): array
    {
        return array_values(array_map(
            static fn (Node $node): Block => (Blocks::all()[$node->string('type')])::read(new self($node, $vocabulary, $reading)),
            $nodes,
        ));
    }

    /** What every block has; claims the block's id. */
    public function common(int $space = 2): Common
    {
        return new Common(
            $this->id(),
            $this->condition(),
            Align::from($this->node->optionalString('align') ?? 'start'),
            $this->node->int('space', $space),
            Device::tryFrom($this->node->optionalString('shown_on') ?? ''),
            $this->node->int('phone_size', 100),
            $this->optionalInline('plain'),
            Look::of($this->node),
        );
    }

    public function id(): string
    {
        $id = $this->node->string('id');
        $this->reading->claimId($id, $this->node->place);

        return $id;
    }

    /** A translatable string of this object, in the language that is being read. */
    public function inline(string $part): Inline
    {
        [$words, $place] = $this->reading->words($this->node->string('id').'.'.$part, $this->node->raw($part), $this->node->below($part));

        return (new InlineReader($this->vocabulary, $this->reading->faults))->inline($words, $place);
    }

    public function optionalInline(string $part): ?Inline
    {
        return $this->node->has($part) ? $this->inline($part) : null;
    }

    public function link(string $part): Link
    {
        return (new InlineReader($this->vocabulary, $this->reading->faults))->link($this->node->raw($part), $this->node->below($part));
    }

    public function optionalLink(string $part): ?Link
    {
        return $this->node->has($part) ? $this->link($part) : null;
    }

    public function condition(): ?Condition
    {
        $when = $this->node->node('when');
        if ($when === null) {
            return null;
        }
        try {
            return ConditionReader::read($when, $this->vocabulary);
        } catch (InvalidDocument $e) {
            $this->adopt($e);

            return null;
        }
    }

    /**
     * The items of the list that "list" names which are gone through, and the vocabulary for one of them under the name in "item".
     *
     * @return array{Selection, Vocabulary}
     */
    public function eachOf(): array
    {
        $name = $this->node->optionalString('item') ?? 'item';
        if (! Vocabulary::mayBeCalled($name)) {
            $this->reading->faults->add($this->node->below('item'), "an item cannot be called \"{$name}\": the word is taken");
            $name = 'item';
        }
        $path = Path::of($name);
        try {
            $path = $this->vocabulary->current(Path::of($this->node->string('list')));
            $list = $this->vocabulary->list($path);
            if (! $list->type instanceof Type\Items) {
                $this->reading->faults->add($this->node->below('list'), "\"{$path}\" is not a list but of type {$list->type->name()}");
                $list = Field::missingList();
            }
        } catch (UnknownPath|\InvalidArgumentException $e) {
            $this->reading->faults->add($this->node->below('list'), $e->getMessage());
            $list = Field::missingList();
        }

        $inside = $this->vocabulary->with($name, $list);
        $only = null;
        $node = $this->node->node('only');
        try {
            $only = $node === null ? null : ConditionReader::read($node, $inside);
        } catch (InvalidDocument $e) {
            $this->adopt($e);
        }
        $key = $this->node->optionalString('sorted_by');
        $by = $key === null ? null : $list->member($key);
        if ($key !== null && $list->key !== '' && ($by === null || ! $by->type->isSingle() || $by->type instanceof Type\Secret)) {
            $this->reading->faults->add($this->node->below('sorted_by'), "\"{$key}\" is no field of the items that they can be sorted by");
        }

        return [new Selection($path, $name, $only, $by?->key, $by?->type, $this->node->bool('descending'), $this->node->has('most') ? $this->node->int('most', 1) : null), $inside];
    }

    /**
     * @return list<Block>
     */
    public function blocksBelow(string $key, ?Vocabulary $inside = null): array
    {
        return self::blocks($this->node->nodes($key), $inside ?? $this->vocabulary, $this->reading);
    }

    /**
     * Readers for the objects in a list, such as rows or branches.
     *
     * @return list<self>
     */
    public function each(string $key, ?Vocabulary $inside = null): array
    {
        return array_values(array_map(
            fn (Node $node): self => new self($node, $inside ?? $this->vocabulary, $this->reading),
            $this->node->nodes($key),
        ));
    }

    private function adopt(InvalidDocument $e): void
    {
        foreach ($e->faults as $fault) {
            $this->reading->faults->add($fault->place, $fault->reason);
        }
    }
}
