<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;

/** A label and its value, as facts and totals have them. */
final readonly class Row
{
    public const SCHEMA = [
        'type' => 'object',
        'required' => ['id', 'label', 'value'],
        'additionalProperties' => false,
        'properties' => [
            'id' => ['$ref' => '#/$defs/id'],
            'label' => ['$ref' => '#/$defs/inline'],
            'value' => ['$ref' => '#/$defs/inline'],
            'strong' => ['description' => 'set in bold, as a grand total', 'type' => 'boolean'],
            'when' => ['$ref' => '#/$defs/condition'],
        ],
    ];

    private function __construct(public Inline $label, public Inline $value, public bool $strong, public ?Condition $when)
    {
    }

    public static function read(BlockReader $reader): self
    {
        $reader->id();

        return new self($reader->inline('label'), $reader->inline('value'), $reader->node->bool('strong'), $reader->condition());
    }
}
