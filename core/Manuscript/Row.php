<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;

/** A label and its value, as facts and totals have them. */
final readonly class Row
{
    public const SCHEMA = [
        'title' => 'Row',
        'type' => 'object',
        'required' => ['id', 'label', 'value'],
        'additionalProperties' => false,
        'properties' => [
            'id' => ['$ref' => '#/$defs/id'],
            'label' => ['title' => 'Label', '$ref' => '#/$defs/inline'],
            'value' => ['title' => 'Value', '$ref' => '#/$defs/inline'],
            'strong' => ['title' => 'Strong', 'description' => 'set in bold, as a grand total', 'type' => 'boolean'],
            'when' => ['title' => 'Shown', '$ref' => '#/$defs/condition'],
        ],
    ];

    private function __construct(public Inline $label, public Inline $value, public bool $strong, public ?Condition $when)
    {
    }

    /**
     * @param  list<array<string, string>>  $value  runs
     * @return array<string, mixed> the document of a new row
     */
    public static function fresh(string $label, array $value): array
    {
        return ['id' => 'row', 'label' => $label === '' ? [] : [['text' => $label]], 'value' => $value];
    }

    public static function read(BlockReader $reader): self
    {
        $reader->id();

        return new self($reader->inline('label'), $reader->inline('value'), $reader->node->bool('strong'), $reader->condition());
    }
}
