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
            'unlabelled' => ['title' => 'Label hidden', 'type' => 'boolean'],
            'hidden' => ['title' => 'Hidden', 'description' => 'the whole row, for everybody', 'type' => 'boolean'],
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

    /**
     * @return list<self> those of a block that are not hidden
     */
    public static function readEach(BlockReader $block): array
    {
        $rows = [];
        foreach ($block->each('rows') as $reader) {
            $reader->id();
            $label = $reader->inline('label');
            $row = new self($reader->node->bool('unlabelled') ? new Inline([]) : $label, $reader->inline('value'), $reader->node->bool('strong'), $reader->condition());
            $rows = $reader->node->bool('hidden') ? $rows : [...$rows, $row];
        }

        return $rows;
    }
}
