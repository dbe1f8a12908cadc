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

/** That a field of a record becomes another: at all, from a value, to a value. */
final readonly class FieldChange
{
    private function __construct(private Path $path, private Field $field, private ?Condition $from, private ?Condition $to)
    {
    }

    /** @throws InvalidDocument when there is no such field, or it cannot have such a value */
    public static function ofNode(Node $node, Vocabulary $vocabulary): self
    {
        try {
            $path = $vocabulary->current(Path::of($node->string('path')));
            $field = $vocabulary->field($path);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault('path', $e->getMessage());
        }
        $is = static fn (string $key): ?Condition => $node->has($key) ? ConditionReader::read(new Node(['path' => (string) $path, 'operator' => 'is', 'value' => $node->raw($key)], $node->below($key), $node->document), $vocabulary) : null;

        return new self($path, $field, $is('from'), $is('to'));
    }

    /** Whether it did, from one state of a record to the next. */
    public function holds(Occurrence $occurrence): bool
    {
        [$before, $after] = [$occurrence->was(), $occurrence->is()];

        return $before !== null && ! $this->field->equates($this->path->in($before), $this->path->in($after)) && ($this->from?->holds($before) ?? true) && ($this->to?->holds($after) ?? true);
    }

    /** "Status changes from pending to paid". */
    public function inWords(): string
    {
        return $this->field->label->in('en').' changes'.self::value(' from', $this->from).self::value(' to', $this->to);
    }

    /**
     * What tells it from others.
     *
     * @return array{string, array<string, mixed>|null, array<string, mixed>|null}
     */
    public function toArray(): array
    {
        return [(string) $this->path, $this->from?->toArray(), $this->to?->toArray()];
    }

    private static function value(string $word, ?Condition $is): string
    {
        $comparison = $is?->comparisons()[0] ?? null;

        return $comparison === null ? '' : "{$word} {$comparison->shown($comparison->value)}";
    }
}
